/** The version of the app, as package.json has it: a test holds the two together. */
export const VERSION = "0.1.0";
