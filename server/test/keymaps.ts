import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import vm from 'node:vm';

interface Pair {
  readonly command: string;
  /** As the library writes it, with what its reader must be told apart: on macOS its Delete deletes forward. */
  readonly keys: string;
  /** The same in Crib's stored form, by a plain table. */
  readonly stored: string;
}

const NAMES: Record<string, string> = {
  Left: 'ArrowLeft',
  Right: 'ArrowRight',
  Up: 'ArrowUp',
  Down: 'ArrowDown',
  Esc: 'Escape',
  Cmd: 'Meta',
};
const ORDER = ['Ctrl', 'Alt', 'Shift', 'Meta'];

/** `Shift-Cmd-Alt-F` to `Alt+Shift+Meta+F`: the last part is the key, the others are modifiers. */
function plainly(keys: string): string {
  const parts = /^(.*-)?(.+)$/.exec(keys)!;
  const held = (parts[1] ?? '')
    .split('-')
    .filter(Boolean)
    .map((part) => NAMES[part] ?? part);
  const key = NAMES[parts[2]!] ?? parts[2]!;
  return [...ORDER.filter((one) => held.includes(one)), key].join('+');
}

/** The editor's default keymaps with those they fall through to, from the library itself, run without a browser. */
export async function editorKeymaps(): Promise<Record<'windows' | 'macos', Pair[]>> {
  const require = createRequire(new URL('../../core/package.json', import.meta.url));
  const source = readFileSync(require.resolve('codemirror/lib/codemirror.js'), 'utf8');
  // It only looks around for features when it is loaded; anything it asks for is answered with something harmless.
  const anything: object = new Proxy(function () {}, {
    get: (_, name) => (name === Symbol.toPrimitive ? () => '' : anything),
    apply: () => anything,
    has: () => true,
    set: () => true,
  });
  const module = { exports: {} as { keyMap: Record<string, Record<string, string>> } };
  const navigator = { userAgent: '', platform: '', vendor: '', maxTouchPoints: 0 };
  vm.runInNewContext(source, {
    module,
    exports: module.exports,
    navigator,
    document: anything,
    window: anything,
  });
  const { keyMap } = module.exports;
  const pairs = (names: string[], mac: boolean): Pair[] =>
    names.flatMap((name) =>
      Object.entries(keyMap[name]!)
        .filter(([keys, command]) => keys !== 'fallthrough' && typeof command === 'string')
        .map(([keys, command]) => ({
          command,
          keys: mac ? keys.replace(/(^|-)Delete$/, '$1⌦').replace(/(^|-)Backspace$/, '$1⌫') : keys,
          stored: plainly(keys),
        })),
    );
  return { windows: pairs(['pcDefault', 'basic'], false), macos: pairs(['macDefault', 'basic'], true) };
}
