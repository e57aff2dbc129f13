import { z } from 'zod';
import { Id } from '../entities.ts';
import type { Action } from '../people.ts';

/**
 * An address of the API: what it does, who may, what is asked in its query and sent in its body, and what it answers. The
 * server's routes, OpenAPI, docs/roles.md and the pages' client are all made from it. `Send` is a body before its schema
 * fills in defaults, `Take` afterwards; the same of `Ask` and `Asked` for a query.
 */
export interface Route<Ask = unknown, Asked = unknown, Send = unknown, Take = unknown, Give = unknown> {
  readonly does: string;
  /** What a role must be allowed; `signed in` needs an account, in whichever role, and `anybody` none. */
  readonly may: Action | 'signed in' | 'anybody';
  readonly asks?: z.ZodType<Asked, Ask>;
  readonly takes?: z.ZodType<Take, Send>;
  readonly gives?: z.ZodType<Give>;
  /** It adds something: answered 201. */
  readonly adds?: true;
  /** It keeps a thread busy: so many a minute for one account. */
  readonly heavy?: true;
  /** How large a body may be: `plain` (2 MB) unless it says otherwise. */
  readonly size?: BodySize;
}
export type BodySize = 'small' | 'plain' | 'large' | 'list';

/** What is only looked at, all the way down. */
export type DeepReadonly<T> = T extends (infer One)[]
  ? readonly DeepReadonly<One>[]
  : T extends object
    ? { readonly [Key in keyof T]: DeepReadonly<T[Key]> }
    : T;

/** A route, with the types of what crosses the wire; what it does not have is `void`. */
export const route = <Ask = void, Asked = void, Send = void, Take = void, Give = void>(
  facts: Route<Ask, Asked, Send, Take, Give>,
): Route<Ask, Asked, Send, Take, Give> => facts;

/** Parts of addresses that are numbers; all others are texts. */
export const NUMBERED = ['id', 'command', 'context', 'position'] as const;
type Part<Name extends string> = Name extends (typeof NUMBERED)[number] ? number : string;
type PartNames<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | PartNames<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;
/** The parts of an address: `{ slug: string; id: number }`. */
export type PartsOf<Path extends string> = { readonly [Name in PartNames<Path>]: Part<Name> };

export const Made = z.object({ id: Id });
export const Corrected = z.object({ corrected: z.int() });
/** Layouts of keyboards by their ids, with commas between them. */
export const Layouts = z.object({
  layouts: z
    .string()
    .default('')
    .transform((ids) => ids.split(',').filter(Boolean)),
});
