export { meOptions, useSignOut, whoIsThere } from './api';
export { SignInAgain, SignInPage } from './later';
export { useIsDirector, useIsOwner } from './useIsDirector';
