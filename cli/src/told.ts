import { readFile } from 'node:fs/promises';
import type { Catalogue, Recipe } from '@crib/core/contract';
import { problem, refuse, type Problem } from '@crib/core/error';
import { layoutById } from '@crib/core/keys';
import { openList, programOf, type ListedProgram, type Table } from '@crib/core/list';
import { recipeFrom } from '@crib/core/preset';
import { keyboardsOf, type Keyboards } from '@crib/core/press';

/** What somebody asked for: files, and how they are looked at. */
export interface Asked {
  readonly files: readonly string[];
  readonly options: {
    readonly platforms: string;
    readonly platform?: string | undefined;
    readonly layout: string;
    readonly 'typed-letters': boolean;
    readonly out?: string | undefined;
    readonly site: string;
    readonly release?: string | undefined;
  };
}

/** What is answered: in lines for people, as data for scripts; and whether all is well. */
export interface Told {
  readonly lines: readonly string[];
  readonly data: unknown;
  readonly fine: boolean;
  /** A file that is the answer itself, to the byte; the lines are told beside it. */
  readonly file?: Uint8Array;
}

export const platformsOf = ({ options }: Asked): string[] => options.platforms.split(',').filter(Boolean);

/** The keyboards that are looked at: each layout on each platform. */
export function keyboardsFor(asked: Asked): Keyboards {
  const layouts = asked.options.layout
    .split(',')
    .map((id) => layoutById(id) ?? refuse('no-layout', `Unknown layout “${id}”.`));
  return keyboardsOf(layouts, platformsOf(asked));
}

/** A file’s bytes; one that is not there is said so. */
export async function bytesOf(name: string | undefined, what: string): Promise<Uint8Array> {
  if (!name) return refuse('no-file', `Missing argument: ${what}`);
  return readFile(name).catch(() => refuse('no-file', `Cannot read ${name}.`));
}

export const recipeOf = async (name: string | undefined): Promise<Recipe> =>
  recipeFrom(Buffer.from(await bytesOf(name, 'preset format')).toString('utf8'));

/** The first table of a list, whatever kind of file it is. */
async function tableOf(name: string | undefined, asked: Asked): Promise<Table | Problem> {
  const bytes = await bytesOf(name, 'list file');
  const opened = await openList(bytes, {
    platforms: platformsOf(asked),
    places: [],
    typedLetters: asked.options['typed-letters'],
  });
  if ('code' in opened) return opened;
  return opened.tables[0]?.table ?? problem('empty', 'No table found in the file.');
}

/** A program as a list has it; as a later one of the same, where another one stands before it. */
export async function listed(name: string | undefined, asked: Asked, before?: Catalogue): Promise<ListedProgram> {
  const table = await tableOf(name, asked);
  if ('code' in table) return refuse(table.code, `${name}: ${table.sentence}`);
  const typedLetters = asked.options['typed-letters'];
  return programOf(table, { platforms: platformsOf(asked), keyPolicy: { typedLetters }, ...(before && { before }) });
}

/** A problem of a list in a line: where, and what. */
export const problemLine = (name: string, { place, sentence }: Problem): string =>
  `${name}${place?.line ? `:${place.line}` : ''}: ${sentence}`;
