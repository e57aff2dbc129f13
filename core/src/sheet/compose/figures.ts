import type { EditionFigure, SheetFigure } from '../../contract/index.ts';
import {
  US,
  WRITING_CODES,
  layoutById,
  showStored,
  usualBoard,
  writeStored,
  type Modifier,
  type Platform,
} from '../../keys/index.ts';
import { sayHeld } from './modifiers.ts';
import type { Opened } from '../../keyset/index.ts';
import { heldBy, keyAtCode, keyboardOf, readPress, targetOf } from '../../press/index.ts';
import { RESTS, boardSpots, centreOf, restingPoints, roomIn } from '../../reach/index.ts';

/** Of what lies around the keys that write, what a chart shows. */
const AROUND = [
  'Escape',
  'Tab',
  'Space',
  'Enter',
  'Backspace',
  'ArrowUp',
  'ArrowLeft',
  'ArrowDown',
  'ArrowRight',
  ...Array.from({ length: 12 }, (_, i) => `F${i + 1}`),
];
/** A table of room left shows no more keys than that: they stand in columns. */
const MOST_KEYS = 30;

/** A drawing of a section on each platform, from the catalogue as it is: what lies where, and what is in use. */
export function figuresOf(figure: SheetFigure, opened: Opened, keysetId: number): EditionFigure[] {
  const { platforms } = opened.catalogue.release;
  return platforms.map((platform) => (figure.of === 'reach' ? reachOn : roomOn)(figure, opened, keysetId, platform));
}

const settingOn = ({ layout }: SheetFigure, opened: Opened, keysetId: number) =>
  opened.setting(keysetId, opened.keyboards(layoutById(layout) ?? US));

/** Which keys are in use by a keyset, alone or only together with what is held; in a place and where it shows through. */
function reachOn(figure: SheetFigure, opened: Opened, keysetId: number, platform: Platform): EditionFigure {
  const layout = layoutById(figure.layout) ?? US;
  const keyboard = keyboardOf(layout, platform, usualBoard(layout, platform));
  const { weighed, takers, tree } = settingOn(figure, opened, keysetId);
  const context = figure.context ?? tree.root.id;
  const room = roomIn({
    weighed,
    takers,
    tree,
    keyboard: weighed.keyboards.all.find((one) => one.platform === platform)!,
    rest: RESTS[0]!,
    codes: [...WRITING_CODES, ...AROUND],
  })(context);
  const used = new Map<string, 'alone' | 'held'>();
  for (const row of room.rows)
    for (const cell of row.cells) {
      // What fires there: in the place itself, and what shows through from around it.
      if (!cell.by.some((one) => tree.relation(context, one.context) !== 'narrower')) continue;
      const press = readPress(cell.press);
      const { code } = targetOf(press);
      if (code && used.get(code) !== 'alone') used.set(code, heldBy(press).length === 0 ? 'alone' : 'held');
    }
  const spots = boardSpots(keyboard.board);
  const keys = [...WRITING_CODES, ...AROUND].flatMap((code) => {
    const spot = spots.get(code);
    const key = spot && keyAtCode(code, keyboard);
    if (!spot || !key) return [];
    const { x, y } = centreOf(spot);
    const sign = showStored(
      writeStored({ strokes: [{ kind: 'key', modifiers: [], key }], manner: 'pressed' }),
      platform,
      'words',
      layout,
    );
    return [{ sign, x, y, used: used.get(code) ?? ('' as const) }];
  });
  const fingers = restingPoints(spots, RESTS[0]!.on).map(({ x, y }) => ({ x, y }));
  return { of: 'reach', platform, layout: layout.name, place: tree.title(context), keys, fingers, rows: [] };
}

/** What is free on the keys nearest to the hands, by what is held. */
function roomOn(figure: SheetFigure, opened: Opened, keysetId: number, platform: Platform): EditionFigure {
  const layout = layoutById(figure.layout) ?? US;
  const { weighed, takers, tree } = settingOn(figure, opened, keysetId);
  const keyboard = weighed.keyboards.all.find((one) => one.platform === platform)!;
  const context = figure.context ?? tree.root.id;
  const room = roomIn({ weighed, takers, tree, keyboard, rest: RESTS[0]! })(context);
  const [plain] = room.rows;
  const signs = (plain?.cells ?? [])
    .slice(0, MOST_KEYS)
    .map((cell) => showStored(cell.shortcut, platform, 'words', layout));
  const rows = room.rows.map(({ held, cells }) => ({
    held: sayHeld(held.split('+').filter(Boolean) as Modifier[], platform, 'words', layout),
    cells: cells.slice(0, MOST_KEYS).map((cell) => cell.state),
  }));
  return {
    of: 'room',
    platform,
    layout: layout.name,
    place: tree.title(context),
    keys: signs.map((sign) => ({ sign, x: 0, y: 0, used: '' })),
    fingers: [],
    rows,
  };
}
