import type { z } from 'zod/mini';

/** What this browser keeps under a key; null where there is nothing, or nothing that can be used. */
export function readKept<T>(storage: Storage, key: string, shape: z.ZodMiniType<T>): T | null {
  try {
    const kept: unknown = JSON.parse(storage.getItem(key) ?? 'null');
    const read = shape.safeParse(kept);
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
