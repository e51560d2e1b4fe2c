/** A short name for files out of a name: "Côté squat, low" becomes cote-squat-low. */
export function slugOf(name: string): string {
  const plain = name.normalize('NFD').replace(/[\u0300-\u036f]/g, '');
  return plain
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 80);
}

/** The fields of a new movement that is like another: all of it but its names; the other is easier. */
export function like(texts: Record<string, string>, name: string): Record<string, string> {
  const own = { ...texts, id: slugOf(name), name, other_names: '', forms: '', foundation: 'no' };
  return texts.id ? { ...own, easier: `-> ${texts.id} (load)` } : own;
}
