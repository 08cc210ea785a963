/** Replaces packages that only mark a module, in tests outside the server. */
export {};
