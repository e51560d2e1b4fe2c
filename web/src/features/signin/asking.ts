export { SignInAgain } from './SignInAgain';
export { SignInPage } from './SignInPage';
