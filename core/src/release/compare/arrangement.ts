import type { ArrangedLine, ChangeNotes } from '../../contract/index.ts';
import { LEARNER_LANGUAGES, tell, type LearnerLanguage } from '../../words/index.ts';
import { NOTE_GROUPS, type NoteGroup, type NoteLine } from './notes.ts';

/** A line as it stands in the notes: what was computed, how it was arranged, or what was written by hand. */
export interface StandingLine extends ArrangedLine {
  /** None for a line written by hand, and for one whose change is no longer so. */
  readonly line: NoteLine | null;
  /** It was arranged, and what it tells has not happened any more. */
  readonly stale: boolean;
}
export interface StandingGroup {
  readonly key: string;
  readonly title: string;
  readonly lines: readonly StandingLine[];
}

export const isOwn = (key: string) => key.startsWith('own ');

/**
 * Computed lines as they were arranged: in the order kept, what came since at the end of its group. What is not so any
 * more stays, marked, until it is taken out: its reason may be wanted.
 */
export function arranged(
  lines: readonly NoteLine[],
  groups: ChangeNotes['groups'],
  language: LearnerLanguage,
): StandingGroup[] {
  const computed = new Map(lines.map((line) => [line.key, line]));
  const kept = new Set(groups.flatMap((group) => group.lines.map((line) => line.key)));
  const known = new Map(groups.map((group) => [group.key, group]));
  const keys = [...new Set([...known.keys(), ...NOTE_GROUPS])];
  return keys.flatMap((key): StandingGroup[] => {
    const standing = (known.get(key)?.lines ?? []).map((line): StandingLine => {
      const found = computed.get(line.key) ?? null;
      return { ...line, line: found, stale: !found && !isOwn(line.key) };
    });
    const fresh = lines
      .filter((line) => line.group === key && !kept.has(line.key))
      .map((line): StandingLine => ({ key: line.key, out: false, reason: '', text: '', line, stale: false }));
    const all = [...standing, ...fresh];
    // An empty title is the usual one, in the language of the notes.
    const title = known.get(key)?.title || tell(language, `group.${key as NoteGroup}`);
    return all.length || known.has(key) ? [{ key, title, lines: all }] : [];
  });
}

/** What is kept of an arrangement: order, what is out, reasons, own words. */
export function arrangement(groups: readonly StandingGroup[]): ChangeNotes['groups'] {
  const usual = (key: string, title: string) =>
    LEARNER_LANGUAGES.some((one) => tell(one, `group.${key as NoteGroup}`) === title);
  return groups.map(({ key, title, lines }) => ({
    key,
    title: usual(key, title) ? '' : title,
    lines: lines.map(({ key: line, out, reason, text }) => ({ key: line, out, reason, text })),
  }));
}
