/** What tells one build of the pages from another: what one kept, another does not read. */
export const VERSION: string = import.meta.env.VITE_BUILD ?? 'dev';
