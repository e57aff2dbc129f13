/** Parts of addresses that were called otherwise before: the stage, and the view in it. */
const STAGES: Readonly<Record<string, string>> = { crosswalks: 'migration', acts: 'activity' };
const VIEWS: Readonly<Record<string, string>> = {
  'read-in': 'import',
  places: 'contexts',
  runs: 'tasks',
  uses: 'usage',
  round: 'verification',
  policy: 'key-handling',
  'system-keys': 'reserved',
  remarks: 'comments',
  clashes: 'conflicts',
  room: 'free',
  reach: 'hand-travel',
  argued: 'compare',
  about: 'settings',
  words: 'synonyms',
  hands: 'both-programs',
  lineage: 'renames',
  life: 'timeline',
  story: 'history',
  imitation: 'compatibility',
  bench: 'try-out',
};

/** An address as it is now, of one that was kept from before; views follow the stage, the program and the release. */
export function presentAddress(path: string): string {
  const [before, stage, app, release, ...rest] = path.split('/');
  if (before || !stage) return path;
  const view = rest.map((part) => VIEWS[part] ?? part);
  return ['', STAGES[stage] ?? stage, app, release, ...view].filter((part) => part !== undefined).join('/');
}
