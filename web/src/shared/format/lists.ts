/** A list with one entry changed, taken out (null) or moved. */
export function replaced<T>(list: T[], place: number, entry: T | null): T[] {
  return list.flatMap((old, index) => (index === place ? (entry === null ? [] : [entry]) : [old]));
}

/** A list with one entry moved by some places. */
export function moved<T>(list: T[], place: number, by: number): T[] {
  const out = [...list];
  const [entry] = out.splice(place, 1);
  if (entry !== undefined) out.splice(place + by, 0, entry);
  return out;
}

/** A list with an entry added at its end, or taken out where it is there already. */
export function toggled<T>(list: readonly T[], entry: T): T[] {
  return list.includes(entry) ? list.filter((other) => other !== entry) : [...list, entry];
}
