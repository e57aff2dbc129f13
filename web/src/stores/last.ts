import { ref } from 'vue';

/** A view that was open, with the address that leads back to it. */
interface LastPlace {
  readonly path: string;
  readonly title: string;
}
const NAME = 'crib.last';
const MOST = 5;

const read = (): LastPlace[] => {
  try {
    const known: unknown = JSON.parse(localStorage.getItem(NAME) ?? '[]');
    return Array.isArray(known)
      ? known.filter((one): one is LastPlace => typeof one?.path === 'string' && typeof one?.title === 'string')
      : [];
  } catch {
    return [];
  }
};

/** Where this editor was last, the latest first; kept in the browser. */
export const lastPlaces = ref<readonly LastPlace[]>(read());

/** Keeps a view as the latest; a view stands once, with its latest address. */
export function keepPlace(fullPath: string, title: string) {
  const bare = (path: string) => path.split('?')[0];
  const others = lastPlaces.value.filter((one) => bare(one.path) !== bare(fullPath));
  lastPlaces.value = [{ path: fullPath, title }, ...others].slice(0, MOST);
  localStorage.setItem(NAME, JSON.stringify(lastPlaces.value));
}
export function forgetPlaces() {
  lastPlaces.value = [];
  localStorage.removeItem(NAME);
}
