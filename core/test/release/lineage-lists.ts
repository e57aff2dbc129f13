/**
 * Invented commands as two releases of a program list them, and what became of them: written down without looking at a score,
 * the way change logs put it. Fields: label | menu above | category | home | keys | description.
 */
export interface ListedCommand {
  readonly label: string;
  readonly menu: string;
  readonly category: string;
  readonly home: string;
  readonly keys: readonly string[];
  readonly description: string;
  readonly destructive: boolean;
}

function listed(text: string): ListedCommand {
  const [label = '', menu = '', category = '', home = '', keys = '', description = ''] = text
    .split('|')
    .map((one) => one.trim());
  return {
    label,
    menu: menu && `${menu} › ${label}`,
    category,
    home,
    keys: keys.split(' ').filter(Boolean),
    description,
    destructive: /eras|delet|discard|clear/i.test(label),
  };
}

const list = (text: string) =>
  text
    .trim()
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
const parted = (line: string) => line.split('=>').map((side) => side.split('&&').map(listed));

/** Forty renames: another word, another order, a whole new name with the key or place kept, a place left with the name. */
export const RENAMES = list(`
  Show drying heights | View | View | Chart | J => Drying heights | View | View | Chart | J
  Erase vertex | Edit | Lines | Line | Backspace => Delete point | Edit | Lines | Line | Backspace
  Trace shoreline | Lines | Lines | Chart | L => Trace coastline | Lines | Lines | Chart | L
  Raise by a step | Depths | Depths | Table | Alt+ArrowUp => Shallower by a step | Depths | Depths | Table | Alt+ArrowUp
  Table of soundings | Windows | Windows | Everywhere | F6 => Sounding table | Windows | Windows | Everywhere | F6
  Chart particulars | File | Chart | Everywhere | Alt+Enter => Chart properties | File | Chart | Everywhere | Alt+Enter
  Take chart down | File | Chart | Everywhere | Primary+W => Close chart | File | Chart | Everywhere | Primary+W
  Go to fix | View | View | Chart | G => Go to position | View | View | Chart | G
  Farther | View | View | Chart | Shift+F3 => Zoom out a step | View | View | Chart | Shift+F3
  Closer | View | View | Chart | F3 => Zoom in a step | View | View | Chart | F3
  Light list entry | Lights | Lights | Chart | Alt+F12 => Open light list | Lights | Lights | Chart | Alt+F12
  Swing arrow of light | Marks › While placing | Placing | Marks | H => Turn light arrow | Marks › While placing | Placing | Marks | H
  Leading lights in line | Lights | Lights | Chart | => Align leading lights | Lights | Lights | Chart |
  Compare two tides | Tides | Tides | Everywhere | D => Compare tides | Tides | Tides | Everywhere | D
  Spring and neap range | Tides | Tides | Everywhere | => Range at springs and neaps | Tides | Tides | Everywhere |
  Measure bearing | Measure | Measuring | Chart | Shift+M => Measure course | Measure | Measuring | Chart | Shift+M
  Copy last measure | Measure | Measuring | Chart | Primary+Shift+C => Copy measurement | Measure | Measuring | Chart | Primary+Shift+C
  Note to corrections list | Notes | Notes | Chart | | sends the note to the list of corrections => Send note to corrections | Notes | Notes | Chart | | sends the note to the list of corrections
  Source diagram note | Notes | Notes | Chart | => Note on source diagram | Notes | Notes | Chart |
  Widen letters | Notes › While writing | Notes | Note | Alt+. => Letter-space wider | Notes › While writing | Notes | Note | Alt+.
  Narrow letters | Notes › While writing | Notes | Note | Alt+, => Letter-space tighter | Notes › While writing | Notes | Note | Alt+,
  Mark row checked | Table | Table | Table | C => Tick row | Table | Table | Table | C
  Only rejected rows | Table | Table | Table | Primary+E => Show rejected rows only | Table | Table | Table | Primary+E
  Apply sound speed | Table | Table | Table | | corrects depths for the speed of sound => Correct for sound speed | Table | Table | Table | | corrects depths for the speed of sound
  Step ten rows down | Table | Table | Table | PageDown => Ten rows down | Table | Table | Table | PageDown
  Turn plate | Plate | Plates | Plate | Shift+R => Rotate plate | Plate | Plates | Plate | Shift+R
  Border graduations | Plate | Plates | Plate | G => Graduated border | Plate | Plates | Plate | G
  Corrections panel | Plate | Plates | Plate | K => Panel of corrections | Plate | Plates | Plate | K
  Plate number | Plate | Plates | Plate | N => Number the plate | Plate | Plates | Plate | N
  Separate colours | Plate | Plates | Plate | | one film for each printing ink => Split into inks | Plate | Plates | Plate | | one film for each printing ink
  Undo | Edit | Edit | Everywhere | Primary+Z => Take back | Edit | Edit | Everywhere | Primary+Z
  Find before | Edit | Edit | Everywhere | Shift+F7 => Find previous | Edit | Edit | Everywhere | Shift+F7
  Layout of windows for checking | Windows | Windows | Everywhere | => Checking layout | Windows | Windows | Everywhere |
  Panel of layers | Windows | Windows | Everywhere | Primary+Alt+L => Layers panel | Windows | Windows | Everywhere | Primary+Alt+L
  Hide all panels | Windows | Windows | Chart | Shift+Tab => Chart only | Windows | Windows | Chart | Shift+Tab
  What is this | Help | Help | Everywhere | Shift+F1 => Explain what I point at | Help | Help | Everywhere | Shift+F1
  Lift pen | Lines › While drawing | Lines | Line | U => Stop drawing | Lines › While drawing | Lines | Line | Enter
  Bend line at pointer | Lines › While drawing | Lines | Line | V => Add bend | Lines › While drawing | Lines | Line | Shift+V
  Import survey | File | Chart | Everywhere | Primary+Shift+I => Read survey in | File › Read in | Survey | Everywhere | Primary+Shift+I
  Print plate | File | Chart | Everywhere | Primary+P => Print | File | Chart | Everywhere | Primary+P
`).map((line) => {
  const [[old], [now]] = parted(line) as [ListedCommand[], ListedCommand[]];
  return [old!, now!] as const;
});

/** Ten that were split, or merged. */
export const PARTS = list(`
  Add buoy | Marks | Marks | Chart | B => Add lateral buoy | Marks | Marks | Chart | B && Add safe-water buoy | Marks | Marks | Chart |
  Export chart | File | Chart | Everywhere | Primary+Shift+X => Export chart as picture | File › Export | Chart | Everywhere | Primary+Shift+X && Export chart as vector file | File › Export | Chart | Everywhere |
  Place rocks | Marks | Marks | Chart | Shift+K => Place rocks awash | Marks | Marks | Chart | Shift+K && Place sunken rocks | Marks | Marks | Chart | Alt+K && Place drying rocks | Marks | Marks | Chart |
  Smooth contour | Lines | Lines | Chart | Primary+Shift+S => Smooth contour lightly | Lines | Lines | Chart | Primary+Shift+S && Smooth contour strongly | Lines | Lines | Chart |
  Sort table | Table | Table | Table | Primary+D => Sort table by depth | Table | Table | Table | Primary+D && Sort table by quality | Table | Table | Table |
  Open plate list | Windows | Windows | Everywhere | F9 && Open chart list | Windows | Windows | Everywhere | Shift+F9 => Open list of charts and plates | Windows | Windows | Everywhere | F9
  Nudge sounding left | Depths | Depths | Chart | Alt+ArrowLeft && Nudge sounding right | Depths | Depths | Chart | Alt+ArrowRight => Nudge sounding | Depths | Depths | Chart | Alt+ArrowLeft
  Draw range circle | Measure | Measuring | Chart | E && Draw range arc | Measure | Measuring | Chart | Shift+E => Draw range circle or arc | Measure | Measuring | Chart | E
  Widen frame | Plate | Plates | Plate | Q && Narrow frame | Plate | Plates | Plate | Shift+Q => Resize frame | Plate | Plates | Plate | Q
  Show tide at noon | Tides | Tides | Everywhere | && Show tide at midnight | Tides | Tides | Everywhere | => Show tide at hour | Tides | Tides | Everywhere |
`).map((line) => {
  const [old, now] = parted(line);
  return { old: old!, now: now! };
});

/** Twenty plain drops and twenty plain adds: some in the same menus, with like words, or on a key that came free. */
export const DROPPED = list(`
  Send by radio fax | File | Chart | Everywhere | Primary+Alt+F
  Pen plotter setup | File | Chart | Everywhere |
  Hatch by hand | Lines | Lines | Chart | Alt+H
  Stipple land | Lines | Lines | Chart | Shift+L
  Old datum warning | View | View | Chart |
  Magnifier | View | View | Chart | Primary+Alt+M
  Red lamp colours | View | View | Chart | F4
  Lead line entry | Depths | Depths | Table | Primary+L
  Fathoms and feet | Depths | Depths | Table |
  Punch row to card | Table | Table | Table | Primary+Shift+P
  Row height | Table | Table | Table |
  Fog signal by ear | Lights | Lights | Chart | Alt+Shift+F
  Oil light | Lights | Lights | Chart |
  Dan buoy | Marks › While placing | Placing | Marks | N
  Perch | Marks › While placing | Placing | Marks |
  Note in shorthand | Notes › While writing | Notes | Note | Alt+S
  Greek letters | Notes › While writing | Notes | Note |
  Copper plate shading | Plate | Plates | Plate | H
  Watermark | Plate | Plates | Plate |
  Tip of the day | Help | Help | Everywhere |
`).map(listed);
export const ADDED = list(`
  Share chart by link | File | Chart | Everywhere | Primary+Alt+F
  Check chart in | File | Chart | Everywhere | Primary+Shift+K
  Discard trial contour | Lines | Lines | Chart | Shift+J
  Contour from grid | Lines | Lines | Chart | Alt+G
  Dim surroundings | View | View | Chart | F4
  Three-dimensional view | View | View | Chart |
  Reduce soundings to datum | Depths | Depths | Chart | Primary+Alt+Q
  Confidence of a sounding | Depths | Depths | Table |
  Freeze first column | Table | Table | Table |
  Comment on row | Table | Table | Table | Shift+C
  Virtual mark | Lights | Lights | Chart |
  Sector from three bearings | Lights | Lights | Chart | Alt+T
  Emergency wreck buoy | Marks › While placing | Placing | Marks | Shift+E
  Walk to next wreck | Marks | Marks | Chart | Alt+W
  Translate note | Notes | Notes | Note |
  Spell out abbreviations | Notes | Notes | Note | Primary+Alt+A
  Cut marks on every plate | Plate | Plates | Plate |
  Plate from template | Plate | Plates | Plate | Primary+Shift+T
  Record steps | Tools | Own tools | Everywhere | F12
  Keys of this place | Help | Help | Everywhere | Primary+F2
`).map(listed);

/** What stays: so that labels have company. */
export const KEPT = list(`
  Save chart | File | Chart | Everywhere | Primary+S
  Open chart | File | Chart | Everywhere | Primary+O
  Place sounding | Depths | Depths | Chart | S
  Draw contour | Lines | Lines | Chart | K
  Join contours | Lines | Lines | Chart | P
  Next row | Table | Table | Table | ArrowDown
  Add wreck | Marks | Marks | Chart | W
  Add light | Lights | Lights | Chart | Primary+Shift+L
  Tide tables | Tides | Tides | Everywhere | Primary+Shift+T
  Measure distance | Measure | Measuring | Chart | M
  Edit note | Notes | Notes | Chart | Shift+F8
  Add plate | Plate | Plates | Plate | Primary+Shift+N
  Next window | Windows | Windows | Everywhere | F10
  Help | Help | Help | Everywhere | F1
`).map(listed);
