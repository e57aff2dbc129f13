import { CATALOGUE } from './catalogue.ts';
import { KEYSETS } from './keysets.ts';
import { RELEASES } from './releases.ts';
import { CROSSWALKS } from './crosswalks.ts';
import { PUBLISHING } from './publishing.ts';
import { PEOPLE } from './people.ts';
import { PUBLIC } from './public.ts';
import { TOGETHER } from './together.ts';
import type { DeepReadonly, PartsOf, Route } from './route.ts';

export type { BodySize, DeepReadonly, Route } from './route.ts';
export { NUMBERED } from './route.ts';
export { PAGES, type PageName } from './pages.ts';

/** Every address below `/api`, and those below `/public` that answer with data. */
export const ROUTES = {
  ...CATALOGUE,
  ...KEYSETS,
  ...RELEASES,
  ...CROSSWALKS,
  ...PUBLISHING,
  ...PEOPLE,
  ...TOGETHER,
  ...PUBLIC,
} satisfies Record<string, Route>;

export type Routes = typeof ROUTES;
export type RouteName = keyof Routes;
/** Routes that need a right: whoever is signed in, in a role that has it. */
export type GuardedRoute = {
  [Name in RouteName]: Routes[Name]['may'] extends 'signed in' | 'anybody' ? never : Name;
}[RouteName];

type PathOf<Name extends RouteName> = Name extends `${string} ${infer Path}` ? Path : never;
/** The parts of a route’s address, by name. */
export type RouteParts<Name extends RouteName> = PartsOf<PathOf<Name>>;
type In<Schema> =
  Schema extends Route<infer Ask, infer Asked, infer Send, infer Take, infer Give>
    ? { ask: Ask; asked: Asked; send: Send; take: Take; give: Give }
    : never;
/** What the query of a request says. */
export type Asks<Name extends RouteName> = In<Routes[Name]>['ask'];
export type Asked<Name extends RouteName> = In<Routes[Name]>['asked'];
/** The body of a request, as it is sent and as it is read. */
export type Sends<Name extends RouteName> = DeepReadonly<In<Routes[Name]>['send']>;
export type Takes<Name extends RouteName> = In<Routes[Name]>['take'];
/** The body of an answer. */
export type Gives<Name extends RouteName> = In<Routes[Name]>['give'];

const BESIDE = { ...RELEASES, ...CROSSWALKS, ...PUBLISHING, ...TOGETHER };
/** Whether nothing that a route writes is part of a release’s catalogue. */
export const isBesideCatalogues = (name: RouteName): boolean => name in BESIDE;

/** A route by its name, if there is one of that name. */
export const routeNamed = (name: string): Route | undefined => (ROUTES as Record<string, Route>)[name];

/** The name in `ROUTES` of the route that serves a request. */
export function routeFor(method: string, path: string): string | undefined {
  const parts = path.split('?')[0]!.split('/');
  return Object.keys(ROUTES).find((route) => {
    const [by, pattern] = route.split(' ') as [string, string];
    const wanted = pattern.split('/');
    return (
      by === method &&
      wanted.length === parts.length &&
      wanted.every((one, at) => one === parts[at] || (one.startsWith(':') && parts[at] !== ''))
    );
  });
}
