import { useLocalStorage } from '@vueuse/core';

/** A view that was open, with the address that leads back to it, and of which program and release it was. */
interface LastPlace {
  readonly path: string;
  readonly title: string;
  readonly app: string;
  readonly release: string;
}
const placesIn = (known: unknown): LastPlace[] =>
  Array.isArray(known)
    ? known.filter((one): one is LastPlace =>
        (['path', 'title', 'app', 'release'] as const).every((name) => typeof one?.[name] === 'string'),
      )
    : [];
const MOST = 5;

/** Where this editor was last, the latest first; kept in the browser. */
export const lastPlaces = useLocalStorage<readonly LastPlace[]>('crib.last', [], {
  serializer: { read: (text) => placesIn(JSON.parse(text)), write: JSON.stringify },
  onError: () => {},
});

/** Keeps a view as the latest; a view stands once, with its latest address. */
export function keepPlace(place: LastPlace) {
  const bare = (path: string) => path.split('?')[0];
  const others = lastPlaces.value.filter((one) => bare(one.path) !== bare(place.path));
  lastPlaces.value = [place, ...others].slice(0, MOST);
}
export function forgetPlaces() {
  lastPlaces.value = [];
}
