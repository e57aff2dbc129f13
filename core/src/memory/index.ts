/** Something computed when it is first asked for, and remembered as long as whoever asks. */
export function once<Result>(make: () => Result): () => Result {
  let known: { result: Result } | undefined;
  return () => (known ??= { result: make() }).result;
}

/** Something computed for each key when it is first asked for, and remembered as long as whoever asks. */
export function each<Key, Result>(make: (key: Key) => Result): (key: Key) => Result {
  const known = new Map<Key, Result>();
  return (key) => {
    const found = known.get(key);
    if (found !== undefined) return found;
    const made = make(key);
    known.set(key, made);
    return made;
  };
}

/** Something computed for each pair of objects, and remembered until one of the two is garbage collected. */
export function eachPair<One extends object, Other extends object, Result>(
  make: (one: One, other: Other) => Result,
): (one: One, other: Other) => Result {
  const known = new WeakMap<One, WeakMap<Other, { result: Result }>>();
  return (one, other) => {
    let among = known.get(one);
    if (!among) known.set(one, (among = new WeakMap()));
    let found = among.get(other);
    if (!found) among.set(other, (found = { result: make(one, other) }));
    return found.result;
  };
}
