import { Problem } from './problem';

/** The document in the text of a file; raises a problem that says what is wanted where it is none. */
export function documentOf(text: string, what: string, detail: string): Record<string, unknown> {
  try {
    const found: unknown = JSON.parse(text);
    if (typeof found === 'object' && found !== null && !Array.isArray(found)) return found as Record<string, unknown>;
  } catch {
    // Told below, as is a list or a figure, which are JSON as well.
  }
  throw new Problem({ status: 422, title: `This file is not ${what}.`, detail });
}

/** The document of a whole series. */
export function seriesOf(text: string): Record<string, unknown> {
  return documentOf(text, 'a series', 'Choose a JSON file such as the export of a series gives.');
}
