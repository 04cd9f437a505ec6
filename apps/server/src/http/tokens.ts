/** Under which the server's configuration is injected. */
export const CONFIG = Symbol('config');
