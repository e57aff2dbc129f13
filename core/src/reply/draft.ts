import { isUndo } from '../catalogue/index.ts';
import type { EditionBody, EditionProgram } from '../contract/index.ts';
import { platformName, type Layout, type Platform } from '../keys/index.ts';
import { firing, type Opened } from '../keyset/index.ts';
import { canonicalOn, samePress } from '../press/index.ts';
import type { LearnerCode } from '../words/index.ts';

/** A release with one of its keysets: what keys do there. */
export interface Situation {
  /** `theirs` is the learner’s edition; the others are what they may have in hand, or had. */
  readonly is: 'theirs' | 'shipped' | 'before' | 'later';
  /** How it is called in a sentence: `Fathomry 7.0 (School set)`. */
  readonly name: string;
  readonly opened: Opened;
  readonly keyset: number;
}
export interface ReplyQuestion {
  readonly press: string | null;
  /** A command, by its id in the program of the edition. */
  readonly command: number | null;
  readonly platform: Platform;
  readonly layout: Layout;
  /** The first is the learner’s own. */
  readonly situations: readonly [Situation, ...Situation[]];
  readonly body: EditionBody;
  readonly coming: EditionProgram['coming'];
  /** The preset file of the edition for the platform, if there is one. */
  readonly file: string | null;
  readonly address: string;
}
/** A sentence of a reply, and where what it says comes from. Keys among its values are stored ones. */
export interface ReplySentence {
  readonly code: Extract<LearnerCode, `reply.${string}`>;
  readonly values: Readonly<Record<string, string | readonly string[]>>;
  readonly from: string;
}

/** What a press does in a situation, pressed stroke by stroke: each command with the places in which it fires it. */
export function does(
  { opened, keyset }: Situation,
  platform: Platform,
  layout: Layout,
  press: string,
): { command: number; places: readonly string[] }[] {
  if (!opened.catalogue.release.platforms.includes(platform)) return [];
  const keyboards = opened.keyboards(layout);
  const [keyboard] = keyboards.on(platform);
  const made = keyboard && canonicalOn(press, keyboard);
  if (!made) return [];
  const found = new Map<number, string[]>();
  const { weighed, tree, policy } = opened.setting(keyset, keyboards);
  const firesIn = firing(weighed, keyboard, tree, policy).fires(made);
  for (const { held, whole } of weighed.answering(made, keyboard))
    if (whole && firesIn(held.context).some((one) => one.command === held.command))
      found.set(held.command, [...new Set([...(found.get(held.command) ?? []), opened.tree.title(held.context)])]);
  return [...found].map(([command, places]) => ({ command, places }));
}

/** The keys that a command has in a situation. */
export const keysOf = (
  { opened, keyset }: Situation,
  platform: Platform,
  layout: Layout,
  command: number,
): string[] => [
  ...new Set(
    opened
      .weighed(keyset, opened.keyboards(layout))
      .on(platform)
      .of(command)
      .map((held) => held.shortcut),
  ),
];

/** What keys take the last thing back in most programs (common practice, no source). */
const UNDO = ['Primary+Z', 'Ctrl+Z', 'Meta+Z'];

/**
 * A reply to a learner, sentence by sentence, each computed from the edition, its program, and the releases and programs
 * beside it: what the press does there and did before, what to press, how to take it back, which file mends it, and where
 * it stands. What is the same everywhere is said once; what is not known is not said.
 */
export function draftReply(question: ReplyQuestion): ReplySentence[] {
  const { press, command, platform, layout, situations, body, coming, file, address } = question;
  const [theirs, ...others] = situations;
  const label = (one: Situation, id: number) => one.opened.commands.get(id)?.label ?? '';
  const said: ReplySentence[] = [];
  const say = (code: ReplySentence['code'], values: ReplySentence['values'], from: string) =>
    void said.push({ code, values, from });
  const now = press ? does(theirs, platform, layout, press) : [];
  const traced = (one: Situation) => `${one.name} on ${platformName(platform)}, ${layout.name} layout`;
  if (press) {
    if (now.length === 0) say('reply.nothing', { program: theirs.name, keys: [press] }, traced(theirs));
    for (const one of now.slice(0, 4))
      say(
        'reply.does',
        { program: theirs.name, keys: [press], label: label(theirs, one.command), places: one.places.join(', ') },
        traced(theirs),
      );
    const told = new Set([now.map((one) => label(theirs, one.command)).join()]);
    for (const other of others) {
      const there = does(other, platform, layout, press);
      const labels = there.map((one) => label(other, one.command));
      if (told.has(labels.join())) continue;
      told.add(labels.join());
      if (labels.length)
        say('reply.elsewhere', { program: other.name, keys: [press], labels: labels.join(', ') }, traced(other));
      else say('reply.nothing', { program: other.name, keys: [press] }, traced(other));
    }
    const [keyboard] = theirs.opened.keyboards(layout).on(platform);
    for (const { from, presses } of coming) {
      const old = keyboard ? (presses[platform] ?? []).filter((one) => samePress(one.shortcut, press, keyboard)) : [];
      if (old.length)
        say(
          'reply.elsewhere',
          { program: from, keys: [press], labels: [...new Set(old.map((one) => one.did))].join(', ') },
          `the mapping from ${from}`,
        );
    }
  }
  const wanted = command ?? wantedBefore();
  if (wanted !== null) {
    const keys = keysOf(theirs, platform, layout, wanted);
    if (keys.length) say('reply.press', { label: label(theirs, wanted), keys, program: theirs.name }, traced(theirs));
    else say('reply.no key', { label: label(theirs, wanted), program: theirs.name }, traced(theirs));
  }
  if (press && command !== null && !now.some((one) => one.command === command)) whichHas(press, command);
  const undo = UNDO.find((one) => {
    const [only, ...more] = does(theirs, platform, layout, one);
    const found = only && theirs.opened.commands.get(only.command);
    return found && more.length === 0 && isUndo(found);
  });
  // Taking back is told where something happens that was not wanted.
  if (press && undo && now.some((one) => one.command !== command) && !UNDO.includes(press))
    say(
      'reply.undo',
      { keys: [undo], label: label(theirs, does(theirs, platform, layout, undo)[0]!.command) },
      traced(theirs),
    );
  const name = theirs.opened.commands.get(wanted ?? now[0]?.command ?? 0)?.name;
  const rows = body.sections.flatMap((one) => one.rows.map((row) => ({ section: one, row })));
  const line = rows.findIndex(({ row }) => row.command === name);
  // The address shows the line large, as the page counts its lines.
  if (line >= 0)
    say(
      'reply.line',
      { section: rows[line]!.section.title, address: `${address}#line-${line + 1}` },
      `edition ${body.number} of “${body.title}”`,
    );
  else if (name) say('reply.not on sheet', { address }, `edition ${body.number} of “${body.title}”`);
  return said;

  /** What a press did elsewhere, where that is one thing, is what hands want of it. */
  function wantedBefore(): number | null {
    if (!press) return null;
    const ids = new Set(
      others
        .flatMap((one) => does(one, platform, layout, press).map((each) => each.command))
        .filter((id) => theirs.opened.commands.has(id) && !now.some((one) => one.command === id)),
    );
    return ids.size === 1 ? [...ids][0]! : null;
  }
  /** Where a press does what the learner says: then that is what they have in hand. */
  function whichHas(key: string, id: number) {
    const where = others.find((one) => does(one, platform, layout, key).some((each) => each.command === id));
    if (!where) return;
    const values = { keys: [key], label: label(where, id), program: where.name };
    if (where.is === 'shipped' && file)
      say('reply.not loaded', { ...values, file }, `${traced(where)}, and the files of the edition`);
    else say('reply.other in hand', { ...values, theirs: theirs.name }, traced(where));
  }
}

/** What has to be asked before a reply holds: it would be another with another answer. */
export function asksOf(
  question: Omit<ReplyQuestion, 'platform'> & { readonly platform: Platform | null },
  layouts: readonly Layout[],
): ('what' | 'platform' | 'layout')[] {
  const { press, command, situations, platform } = question;
  if (!press && command === null) return ['what'];
  const on = (one: Platform, layout: Layout) =>
    JSON.stringify(
      draftReply({ ...question, platform: one, layout, file: null }).map(({ code, values }) => [code, values]),
    );
  const platforms = situations[0].opened.catalogue.release.platforms;
  const differs = platform === null && new Set(platforms.map((one) => on(one, question.layout))).size > 1;
  const known = platform ?? platforms[0]!;
  const byLayout = press !== null && new Set(layouts.map((one) => on(known, one))).size > 1;
  return [...(differs ? (['platform'] as const) : []), ...(byLayout ? (['layout'] as const) : [])];
}
