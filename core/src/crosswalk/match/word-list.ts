import type { WordSectionSaid } from '../../contract/index.ts';
import { problem, type Problem } from '../../error/index.ts';

/** Words that stand for one another, by field; the trainer edits them and adds more. Common practice, no source. */
export interface WordSection {
  readonly name: string;
  /** Each a set of words of one meaning. */
  readonly sets: readonly (readonly string[])[];
}

const sets = (text: string) =>
  text
    .trim()
    .split('\n')
    .map((line) => line.trim().split(/\s+/));

/** The sections that ship, those that were written anew in their place, and others beside them. */
export function wordsInUse(own: readonly (WordSection & { readonly revision: number })[]): WordSectionSaid[] {
  const written = new Map(own.map((one) => [one.name, one]));
  const shipped = new Set(WORD_LIST.map((one) => one.name));
  const kept = WORD_LIST.map(({ name, sets: ours }): WordSectionSaid => {
    const { sets: mine = ours, revision = 0 } = written.get(name) ?? {};
    return { name, sets: mine.map((one) => [...one]), revision, shipped: true };
  });
  const added = own.filter((one) => !shipped.has(one.name));
  return [...kept, ...added.map((one) => ({ ...one, sets: one.sets.map((set) => [...set]), shipped: false }))];
}

/** Sets of words as they are written, one a line, and back; a line of one word says nothing and is told with its number. */
export const writtenSets = (all: WordSection['sets']): string => all.map((one) => one.join(' ')).join('\n');
export function readSets(text: string): { sets: string[][]; problems: Problem[] } {
  const problems: Problem[] = [];
  const read = text.split('\n').flatMap((line, index) => {
    const words = [
      ...new Set(
        line
          .normalize('NFC')
          .toLowerCase()
          .split(/[\s,;]+/)
          .filter(Boolean),
      ),
    ];
    if (words.length === 0) return [];
    const odd = words.find((word) => !/^[\p{L}\p{N}]{1,40}$/u.test(word));
    if (odd)
      problems.push(
        problem('not-a-word', `Line ${index + 1}: “${odd}” is not a single word. Write letters and digits only.`, {
          line: index + 1,
        }),
      );
    else if (words.length === 1)
      problems.push(
        problem(
          'lone-word',
          `Line ${index + 1}: “${words[0]}” is on its own. Add words with the same meaning to the line.`,
          { line: index + 1 },
        ),
      );
    return [words];
  });
  return { sets: read, problems };
}

/** The section of words that say what is done: names that do something else are of different commands. */
export const ACTING = 'Acting';

export const WORD_LIST: readonly WordSection[] = [
  {
    name: ACTING,
    sets: sets(`
      delete remove erase kill del clear
      add insert create new make place plant
      copy duplicate clone
      change set modify edit
      move shift carry
      swap move exchange transpose
      open load
      close dismiss hide
      save store keep
      show display reveal view
      toggle switch
      begin start
      stop end finish
      find search look
      replace substitute
      join merge combine unite
      split divide break part cut
      sort order arrange
      undo revert
      repeat redo
      accept confirm apply take
      cancel abort discard
      select mark highlight
      choose pick
      go jump move cursor goto navigate
      expand grow extend
      shrink reduce contract
      turn rotate
      link connect
      lock freeze protect
      print plot
      export extract
      import bring
      measure gauge
      check verify test
      draw trace sketch
      label name caption
      trigger run execute`),
  },
  {
    name: 'Directions',
    sets: sets(`
      left backward back before previous
      right forward after next
      up above previous higher
      down below next lower
      top start home beginning first
      bottom end last
      in closer nearer
      out farther wider
      raise up forward
      lower down backward`),
  },
  {
    name: 'Text',
    sets: sets(`
      char character letter glyph
      line row
      word group
      sub part
      doc document file
      bracket parenthesis matching
      comment remark
      upper uppercase upcase
      lower lowercase downcase
      bold heavy
      underline underscore
      indent tab
      outdent unindent less dedent
      more indent
      occurrence match find
      page screen
      caret cursor
      newline break`),
  },
  {
    name: 'Views',
    sets: sets(`
      zoom scale magnify
      panel pane palette tray
      window frame
      whole entire all full
      grid mesh lattice
      layer sheet level
      fold collapse
      unfold expand
      centre center middle
      error problem marker
      settings preferences options`),
  },
  {
    name: 'Drawing',
    sets: sets(`
      group gather
      ungroup scatter
      shape figure element object
      stroke line outline
      fill background paint
      colour color tint
      align level
      flip mirror
      freedraw pencil freehand
      width weight thickness
      opacity transparency
      snap cling`),
  },
  {
    name: 'Charts',
    sets: sets(`
      sounding depth fathom
      contour isobath
      buoy float
      light lamp lantern
      mark beacon
      tide water
      track leg course route
      coast shore shoreline land
      chart map
      plate print sheet
      note text remark
      datum level
      survey hydrographic`),
  },
];

/** Words of opposite meaning: two labels that differ in them are not of one meaning, however alike. */
export const OPPOSITES: readonly (readonly [string, string])[] = sets(`
  up down
  above below
  next previous
  left right
  forward backward
  before after
  in out
  start end
  top bottom
  first last
  show hide
  open close
  more less
  increase decrease
  expand shrink
  fold unfold
  undo redo
  indent outdent
  upper lower
  uppercase lowercase
  upcase downcase
  add remove
  insert delete
  group ungroup
  join split
  lock unlock
  horizontal vertical
  ascending descending
  widen narrow
  raise lower
  front back
  import export
  copy paste
  cut paste
  cut copy
  accept reject`).map(([a, b]) => [a!, b!] as const);

/** What words are shortened to, and how command lists spell them. */
export const SHORTENED: Readonly<Record<string, string>> = {
  prev: 'previous',
  del: 'delete',
  char: 'character',
  chars: 'character',
  doc: 'document',
  sel: 'select',
  selection: 'select',
  cmd: 'command',
  msg: 'message',
  img: 'image',
  bkgnd: 'background',
  color: 'colour',
  center: 'centre',
  goto: 'go',
  lines: 'line',
  caret: 'cursor',
  carret: 'cursor',
  transform: 'change',
  vert: 'vertical',
  horiz: 'horizontal',
};

/** Words that tell little: they count for a tenth. */
export const SMALL = new Set(
  'a an and at by for from in of off on or the this to with into as it its action actions editor tool mode command'.split(
    ' ',
  ),
);
