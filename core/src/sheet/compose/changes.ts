import type { ChangeLine, ChangeNotes, ChangesBody, EditionCover } from '../../contract/index.ts';
import type { Platform } from '../../keys/index.ts';
import { arranged, type NoteLine } from '../../release/index.ts';
import { said, say, tell } from '../../words/index.ts';

/** Where change notes come from and go to, and what their edition is called. */
export interface ChangesFrame {
  readonly app: string;
  readonly old: ChangesBody['old'];
  readonly now: ChangesBody['now'];
  readonly platforms: readonly Platform[];
  readonly number: number;
  readonly publishedOn: string;
}

/** Change notes with every line filled in, as they would be published now; what is left out or no longer so is not in them. */
export function composeChanges(
  notes: Pick<ChangeNotes, 'title' | 'intro' | 'credit' | 'language' | 'groups'>,
  lines: readonly NoteLine[],
  { platforms, ...frame }: ChangesFrame,
): ChangesBody {
  const keys = (by: NoteLine['before']) =>
    Object.fromEntries(platforms.flatMap((platform) => (by[platform] ? [[platform, [...by[platform]]]] : [])));
  const groups = arranged(lines, notes.groups, notes.language).map(({ title, lines: standing }) => ({
    title,
    lines: standing
      .filter(({ out, stale }) => !out && !stale)
      .map(({ line, text, reason }): ChangeLine => ({
        command: line?.command ?? '',
        // How keys are handled has no name of its own: it is called what the language calls it.
        subject: line?.group === 'policy' ? say(said('notes.policy subject'), notes) : (line?.subject ?? ''),
        where: line?.where ?? '',
        text: text || (line ? say(line.said, { language: notes.language }) : ''),
        before: keys(line?.before ?? {}),
        after: keys(line?.after ?? {}),
        reason,
      })),
  }));
  const { title, intro, credit, language } = notes;
  return {
    format: 'crib-changes',
    version: 1,
    title,
    intro,
    credit,
    language,
    ...frame,
    platforms: [...platforms],
    groups: groups.filter((group) => group.lines.length > 0),
  };
}

/** The stored keys of a line before and after: on a platform, or (null) on all that the notes are of. */
export interface KeysBesides {
  readonly platform: Platform | null;
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/**
 * The keys of a line by platform: those that it is about, since a platform without keys on either side did not change; once
 * for all, where all of them read alike. HTML, PDF, Markdown and CSV say no more and no less.
 */
export function keysOfLine(
  { before, after }: Pick<ChangeLine, 'before' | 'after'>,
  platforms: readonly Platform[],
  shown: (key: string, platform: Platform) => string,
): KeysBesides[] {
  const on = (platform: Platform): KeysBesides => ({
    platform,
    before: before[platform] ?? [],
    after: after[platform] ?? [],
  });
  const found = platforms.map(on).filter((one) => one.before.length + one.after.length > 0);
  const read = ({ platform, ...keys }: KeysBesides) =>
    JSON.stringify([keys.before, keys.after].map((list) => list.map((key) => shown(key, platform!))));
  const alike = found.length === platforms.length && new Set(found.map(read)).size === 1;
  return alike
    ? [{ ...found[0]!, platform: null }]
    : platforms.length > 1
      ? found
      : found.map((one) => ({ ...one, platform: null }));
}

/** Where change notes come from and go to, in their language. */
export const changesFrom = ({
  app,
  old,
  now,
  language,
}: Pick<ChangesBody, 'app' | 'old' | 'now' | 'language'>): string =>
  tell(language, 'print.from to', {
    app,
    old: old.release,
    oldKeyset: old.keyset,
    now: now.release,
    nowKeyset: now.keyset,
  });

/** What an edition is about, in its language: a program and a keyset, or where change notes come from and go to. */
export const subjectOf = (body: EditionCover): string =>
  body.format === 'crib-changes'
    ? changesFrom(body)
    : tell(body.language, 'page.with', { app: body.app, release: body.release, keyset: body.keyset.name });

/** Whether a line says anything on a platform: one that has keys on others only does not. */
export function appliesOn({ before, after }: Pick<ChangeLine, 'before' | 'after'>, platform: Platform): boolean {
  const has = (by: ChangeLine['before'], on: Platform) => (by[on]?.length ?? 0) > 0;
  const anywhere = [before, after].some((by) => Object.keys(by).some((on) => has(by, on)));
  return !anywhere || has(before, platform) || has(after, platform);
}
