import { ref, shallowRef } from 'vue';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { Practised, type PractisedFile } from '@crib/core/learn';

interface Kept extends DBSchema {
  cards: { key: [string, string]; value: Practised; indexes: { deck: string } };
}

/** What is kept of a learner’s practice in this browser, and nowhere else. */
export function usePractice() {
  const cards = shallowRef<readonly Practised[]>([]);
  /** Nothing can be kept: it lasts as long as the page. */
  const passing = ref(false);
  const opening: Promise<IDBPDatabase<Kept> | null> = openDB<Kept>('crib-practice', 1, {
    upgrade(db) {
      db.createObjectStore('cards', { keyPath: ['deck', 'id'] }).createIndex('deck', 'deck');
    },
  }).catch(() => ((passing.value = true), null));
  const read = async () => {
    const db = await opening;
    // What another version kept, or somebody changed, is left alone.
    if (db) cards.value = (await db.getAll('cards')).flatMap((one) => Practised.safeParse(one).data ?? []);
  };
  const ready = read();
  const laid = (made: readonly Practised[]) => {
    const names = new Set(made.map((one) => `${one.deck} ${one.id}`));
    cards.value = [...cards.value.filter((one) => !names.has(`${one.deck} ${one.id}`)), ...made];
  };
  async function keep(made: readonly Practised[]) {
    laid(made);
    const db = await opening;
    if (!db) return;
    try {
      const work = db.transaction('cards', 'readwrite');
      await Promise.all([...made.map((one) => work.store.put(one)), work.done]);
    } catch {
      passing.value = true;
    }
  }
  return {
    cards,
    passing,
    ready,
    keep,
    file: (): PractisedFile => ({ format: 'crib-practice', version: 1, cards: [...cards.value] }),
    async forget() {
      cards.value = [];
      await (await opening)?.clear('cards');
    },
  };
}
