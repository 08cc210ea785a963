/** Fewest characters of a password. Separate from the other rules, so that the sign-in page loads no validation. */
export const SHORTEST_PASSWORD = 10;
