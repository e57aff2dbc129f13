/**
 * Some of many texts, so that each kind of them is there: texts are of one kind when they differ in words alone. Every n-th of
 * a list would miss what comes in turns.
 */
export function sampleOf(texts: readonly string[], most: number): readonly string[] {
  if (texts.length <= most) return texts;
  const kinds = new Map<string, string[]>();
  for (const text of texts) {
    const kind = text.replace(/[\p{L}\p{N}_]+/gu, 'x');
    const list = kinds.get(kind);
    if (list) list.push(text);
    else kinds.set(kind, [text]);
  }
  const made: string[] = [];
  for (let turn = 0; made.length < most; turn++) {
    const before = made.length;
    for (const list of kinds.values()) {
      // From the whole of a kind: its first ones may be alike.
      const share = Math.max(1, Math.floor(most / kinds.size));
      const at = Math.floor((turn * list.length) / Math.min(list.length, share));
      if (turn < Math.min(list.length, share) && made.length < most) made.push(list[at]!);
    }
    if (made.length === before) break;
  }
  return made;
}
