/** Shown on the sign-in page of the demo, and nowhere else. */
export const demoSignIn = { email: 'designer@fernhollow.example', password: 'fernhollow' } as const
