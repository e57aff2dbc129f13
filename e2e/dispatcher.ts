/**
 * What keys do by the bytes of a preset, worked out without core: a reader of the demo program’s lines, and a dispatcher
 * over plain maps. Only plain presses of letters and named keys; contexts as a chain to the root.
 */
export interface Program {
  readonly contexts: readonly { readonly id: number; readonly parent: number | null; readonly name: string }[];
  readonly commands: readonly { readonly id: number; readonly name: string; readonly label: string }[];
  readonly bindings: readonly {
    readonly command: number;
    readonly contexts: readonly number[];
    readonly platform: string | null;
    readonly language: string | null;
    readonly shortcut: string;
  }[];
}

/** A stroke as held keys in one order, and the key. */
export const strokeName = (held: readonly string[], key: string) => [...[...held].sort(), key].join('+');

/** The strokes of a stored shortcut, or null for what is no plain press of a key. */
function plainStrokes(stored: string): string[] | null {
  const strokes = stored.split(' ').map((one) => {
    const parts = one.split('+').map((part) => (part === 'Primary' ? 'Ctrl' : part));
    const key = parts.at(-1)!;
    const held = parts.slice(0, -1);
    return /^(?:[A-Z]|F\d+|Home|End|PageUp|PageDown|Delete|Insert)$/.test(key) &&
      held.every((part) => /^(?:Ctrl|Alt|Shift)$/.test(part))
      ? strokeName(held, key)
      : null;
  });
  return strokes.every((one) => one !== null) ? strokes : null;
}

const HELD: Record<string, string> = { ctl: 'Ctrl', alt: 'Alt', sft: 'Shift' };
/** The lines of a preset: `place command = keys`, keys parted by colons, strokes by ` > `, `-none-` for no key. */
interface Line {
  readonly place: string;
  readonly command: string;
  readonly keys: string[] | null;
}
function linesOf(text: string, words: ReadonlyMap<string, string>): Line[] {
  return text.split('\r\n').flatMap((line): Line[] => {
    const found = /^(\S+) (\S+) = (.+)$/.exec(line);
    if (!found) return [];
    const [, place, command, keys] = found as unknown as [string, string, string, string];
    if (keys === '-none-') return [{ place, command, keys: null }];
    const strokes = keys.split(' > ').map((one) => {
      const parts = one.split(':');
      return strokeName(
        parts.slice(0, -1).map((part) => HELD[part]!),
        words.get(parts.at(-1)!)!,
      );
    });
    return [{ place, command, keys: strokes }];
  });
}

/** `places` are what contexts are called in the file, `words` are keys by what they are called there. */
export function dispatcher(
  program: Program,
  preset: string,
  places: Readonly<Record<string, string>>,
  words: ReadonlyMap<string, string>,
) {
  const commandId = new Map(program.commands.map((one) => [one.name, one.id]));
  const label = new Map(program.commands.map((one) => [one.id, one.label]));
  const placeId = new Map(
    program.contexts.flatMap((one) => (places[one.name] ? [[places[one.name]!, one.id] as const] : [])),
  );
  /** Strokes by context and command; a line of the preset stands in place of what is shipped there. */
  const held = new Map<string, string[][]>();
  // What a platform has of its own stands in place of what all have.
  const here = program.bindings.filter(
    (one) => one.language === null && (one.platform === null || one.platform === 'windows'),
  );
  for (const { command, contexts, platform, shortcut } of here)
    for (const context of contexts) {
      const own = here.some(
        (one) => one.command === command && one.platform === 'windows' && one.contexts.includes(context),
      );
      const strokes = own && platform === null ? null : plainStrokes(shortcut);
      held.set(`${context} ${command}`, [...(held.get(`${context} ${command}`) ?? []), ...(strokes ? [strokes] : [])]);
    }
  const said = new Map<string, string[][]>();
  for (const { place, command, keys } of linesOf(preset, words)) {
    const name = `${placeId.get(place)} ${commandId.get(command)}`;
    said.set(name, [...(said.get(name) ?? []), ...(keys ? [keys] : [])]);
  }
  for (const [name, keys] of said) held.set(name, keys);
  const chainOf = (context: number) => {
    const chain: number[] = [];
    for (let at: number | null = context; at !== null; at = program.contexts.find((one) => one.id === at)!.parent)
      chain.push(at);
    return chain;
  };
  const byContext = new Map<number, { command: number; keys: string[] }[]>();
  for (const [name, list] of held) {
    const [context, command] = name.split(' ').map(Number) as [number, number];
    byContext.set(context, [...(byContext.get(context) ?? []), ...list.map((keys) => ({ command, keys }))]);
  }
  let past: string[] = [];
  const look = (chain: readonly number[], made: readonly string[]): string => {
    // The nearest place that has anything beginning so decides.
    for (const context of chain) {
      const found = (byContext.get(context) ?? []).filter(({ keys }) => made.every((one, at) => keys[at] === one));
      if (!found.length) continue;
      const whole = new Set(found.filter((one) => one.keys.length === made.length).map((one) => one.command));
      if (whole.size > 1) return 'several';
      if (found.some((one) => one.keys.length > made.length)) return 'waits';
      return label.get([...whole][0]!)!;
    }
    return 'nothing';
  };
  return {
    forget: () => void (past = []),
    press(context: number, stroke: string): string {
      const chain = chainOf(context);
      let did = look(chain, [...past, stroke]);
      past = did === 'waits' ? [...past, stroke] : past;
      if (did === 'nothing' && past.length) {
        did = look(chain, [stroke]);
        past = did === 'waits' ? [stroke] : [];
      } else if (did !== 'waits') past = [];
      return did;
    },
  };
}
