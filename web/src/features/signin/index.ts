export { meOptions, useSignOut } from './api';
export { SignInAgain } from './SignInAgain';
export { SignInPage } from './SignInPage';
export { useIsDirector, useIsOwner } from './useIsDirector';
