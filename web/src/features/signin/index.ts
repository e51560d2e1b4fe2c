export { meOptions, useSignOut } from './api';
export { SignInAgain, SignInPage } from './later';
export { useIsDirector, useIsOwner } from './useIsDirector';
