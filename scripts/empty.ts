/** Stands in for packages that only mark a module, when it is tested outside the server. */
export {};
