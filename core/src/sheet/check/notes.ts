import type { ChangeNotes } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { said, type Said } from '../../words/index.ts';
import { claimsIn } from './claims.ts';
import { namedIn, wrongClaims } from './wrong-claims.ts';

type Texts = Pick<ChangeNotes, 'title' | 'intro' | 'groups'>;
/** A text of change notes that claims other keys than there were or are. */
export interface NotesFinding {
  /** The same for the same finding, however often it is looked for. */
  readonly key: string;
  readonly said: Said;
  /** The text that it stands in. */
  readonly text: string;
  /** The notes with the command’s present key in place of the wrong one; null where it has none. */
  readonly fixed: Texts | null;
}
interface NotesSide {
  readonly opened: Opened;
  readonly keyset: number;
}

/** Claims in the trainer’s own texts of change notes that hold neither with the old keyset nor with the new one. */
export function notesProof(notes: Texts, old: NotesSide, now: NotesSide, keyboards: Keyboards): NotesFinding[] {
  const [before, after] = [namedIn(old.opened), namedIn(now.opened)];
  const read = (text: string, put: (text: string) => Texts): NotesFinding[] => {
    const wrong = text ? wrongClaims(text, now.opened, now.keyset, keyboards, after) : [];
    if (wrong.length === 0) return [];
    const wrongBefore = new Set(wrongClaims(text, old.opened, old.keyset, keyboards, before).map((one) => one.from));
    const held = new Set(
      claimsIn(text, before)
        .map((one) => one.key.from)
        .filter((from) => !wrongBefore.has(from)),
    );
    return wrong
      .filter((one) => !held.has(one.from))
      .map(({ from, to, command, keys, fixed }) => {
        const [quoted, label] = [text.slice(from, to), now.opened.commands.get(command)?.label ?? ''];
        const keysOr = keys.map((one) => ({ keys: one, on: keyboards.platforms[0]! }));
        return {
          key: `notes ${quoted} ${label} ${text}`.slice(0, 500),
          said: keys.length
            ? said('proof.other keys', { quoted, command: label, keysOr })
            : said('proof.no keys', { quoted, command: label }),
          text,
          fixed: fixed === null ? null : put(fixed),
        };
      });
  };
  const inGroup = (at: number, change: (group: Texts['groups'][number]) => Texts['groups'][number]): Texts => ({
    ...notes,
    groups: notes.groups.map((group, index) => (index === at ? change(group) : group)),
  });
  return [
    ...read(notes.title, (title) => ({ ...notes, title })),
    ...read(notes.intro, (intro) => ({ ...notes, intro })),
    ...notes.groups.flatMap((group, at) => [
      ...read(group.title, (title) => inGroup(at, (one) => ({ ...one, title }))),
      ...group.lines
        .filter((line) => !line.out)
        .flatMap((line) =>
          (['text', 'reason'] as const).flatMap((part) =>
            read(line[part], (text) =>
              inGroup(at, (one) => ({
                ...one,
                lines: one.lines.map((other) => (other.key === line.key ? { ...other, [part]: text } : other)),
              })),
            ),
          ),
        ),
    ]),
  ];
}
