import type { LRUCache } from 'lru-cache';

/** What a cache has under a key, or makes: whoever asks meanwhile waits for the same; what failed is made anew. */
export function kept<T>(cache: LRUCache<string, Promise<T>>, key: string, make: () => Promise<T>): Promise<T> {
  const known = cache.get(key);
  if (known) return known;
  const made = make();
  cache.set(key, made);
  made.catch(() => cache.delete(key));
  return made;
}
