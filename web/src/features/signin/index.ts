export { meOptions, useSignOut } from './api';
export { SignInPage } from './SignInPage';
export { useIsDirector } from './useIsDirector';
