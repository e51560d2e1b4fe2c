/** One style for all of the front end, kept by ./grike check. */
export default { printWidth: 120, singleQuote: true };
