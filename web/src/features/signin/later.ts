import { lazy } from 'react';

// Fetched when somebody has to sign in: most pages are opened by people who have.
export const SignInAgain = lazy(async () => ({ default: (await import('./asking')).SignInAgain }));
export const SignInPage = lazy(async () => ({ default: (await import('./asking')).SignInPage }));
