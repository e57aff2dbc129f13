import { parseArgs } from 'node:util';
import { CribError } from '@crib/core/error';
import { check } from './check.ts';
import { diff } from './diff.ts';
import { preset } from './preset.ts';
import { send } from './send.ts';
import type { Asked, Told } from './told.ts';

const HELP = `crib: shortcuts of a program, from its lists.

  crib check LIST                   read a list; say what is wrong in it, and what clashes
  crib diff OLD NEW                 what moved between two lists of one program
  crib preset write RECIPE LIST     a preset file with what the list says (to --out, or to the screen)
  crib preset read RECIPE FILE LIST a preset file, held against the list
  crib send LIST                    take a list in over the API (--site, --release, and CRIB_TOKEN)

  --platforms windows,macos,linux   what the program runs on (windows, macos, linux)
  --platform macos                  for which one a preset file is (the first)
  --layout de,us                    keyboard layouts that are looked at (us)
  --typed-letters                   the program takes letters without a modifier, one after another
  --json                            tell it as JSON
  --out FILE                        where a preset file is written

Ends with 0 when all is well, 1 when something is wrong or has changed, 2 when it was not understood.
`;

const OPTIONS = {
  platforms: { type: 'string', default: 'windows,macos,linux' },
  platform: { type: 'string' },
  layout: { type: 'string', default: 'us' },
  'typed-letters': { type: 'boolean', default: false },
  json: { type: 'boolean', default: false },
  out: { type: 'string' },
  site: { type: 'string', default: 'http://127.0.0.1:4310' },
  release: { type: 'string' },
  help: { type: 'boolean', default: false },
} as const;

const COMMANDS: Readonly<Record<string, (asked: Asked) => Promise<Told>>> = { check, diff, preset, send };

/** Where it writes: the process, or whoever runs it in its place. */
export interface Streams {
  readonly stdout: { write(text: string | Uint8Array): unknown };
  readonly stderr: { write(text: string | Uint8Array): unknown };
}

/** Does what is asked; gives the exit code. */
export async function main(args: readonly string[], { stdout, stderr }: Streams): Promise<number> {
  try {
    const { values, positionals } = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
    const [name = '', ...files] = positionals;
    const command = COMMANDS[name];
    if (values.help || !command) {
      (values.help ? stdout : stderr).write(HELP);
      return values.help ? 0 : 2;
    }
    const told = await command({ files, options: values });
    const { lines, data, file } = told;
    if (values.json) stdout.write(`${JSON.stringify(data, null, 2)}\n`);
    else (file ? stderr : stdout).write(lines.map((line) => `${line}\n`).join(''));
    if (file && !values.json) stdout.write(file);
    return told.fine ? 0 : 1;
  } catch (error) {
    const lines =
      error instanceof CribError
        ? error.problems.map((one) => one.sentence)
        : [error instanceof Error ? error.message : String(error)];
    stderr.write(lines.map((line) => `${line}\n`).join(''));
    return 2;
  }
}
