export { SignInByLink } from './by-link';
export { SignInPage } from './sign-in-page';
