import { z } from 'zod';
import { Id } from '../entities.ts';
import type { Action } from '../people.ts';

/**
 * A route of the API: what it does, the right it requires, and the schemas of its query, body and response. The server's
 * routes, OpenAPI, docs/roles.md and the pages' client use it. `Send` is a body before its schema fills in defaults,
 * `Take` afterwards; `Ask` and `Asked` are the same for a query.
 */
export interface Route<
  Ask = unknown,
  Asked = unknown,
  Send = unknown,
  Take = unknown,
  Give = unknown,
  May extends Right = Right,
> {
  readonly does: string;
  /** The right it requires; `signed in` is any account, `anybody` needs none. */
  readonly may: May;
  readonly asks?: z.ZodType<Asked, Ask>;
  readonly takes?: z.ZodType<Take, Send>;
  readonly gives?: z.ZodType<Give>;
  /** It creates something: the status is 201. */
  readonly adds?: true;
  /** It is expensive: limited per account and minute. */
  readonly heavy?: true;
  /** The size limit of its body; `plain` (2 MB) by default. */
  readonly size?: BodySize;
}
/** What a caller needs. */
type Right = Action | 'signed in' | 'anybody';
export type BodySize = 'small' | 'plain' | 'large' | 'list';

/** Read-only at every level. */
export type DeepReadonly<T> = T extends (infer One)[]
  ? readonly DeepReadonly<One>[]
  : T extends object
    ? { readonly [Key in keyof T]: DeepReadonly<T[Key]> }
    : T;

/** A route with its types; a part that it does not have is `void`. */
export const route = <May extends Right, Ask = void, Asked = void, Send = void, Take = void, Give = void>(
  facts: Route<Ask, Asked, Send, Take, Give, May>,
): Route<Ask, Asked, Send, Take, Give, May> => facts;

/** Path parameters that are numbers; all others are strings. */
export const NUMBERED = ['id', 'command', 'context', 'position'] as const;
type Part<Name extends string> = Name extends (typeof NUMBERED)[number] ? number : string;
type PartNames<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | PartNames<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;
/** The parameters of a path: `{ slug: string; id: number }`. */
export type PartsOf<Path extends string> = { readonly [Name in PartNames<Path>]: Part<Name> };

export const Made = z.object({ id: Id });
export const Corrected = z.object({ corrected: z.int() });
/** Ids of keyboard layouts, separated by commas. */
export const Layouts = z.object({
  layouts: z
    .string()
    .default('')
    .transform((ids) => ids.split(',').filter(Boolean)),
});
