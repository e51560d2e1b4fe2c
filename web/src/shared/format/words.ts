const LIST = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** Names in a row as people write them: "a, b and c". */
export function listed(names: readonly string[]): string {
  return LIST.format(names);
}
