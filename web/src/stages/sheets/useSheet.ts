import { computed, ref } from 'vue';
import { composeSheet, withFix, proof, type Finding } from '@crib/core/sheet';
import type { PublishedEdition, SentSheet, Sheet, SheetFacts, SheetSection } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';
import { asking } from '../../composables/asking.ts';
import { following } from '../../composables/following.ts';
import { useChanges } from '../../composables/unsaved.ts';
import { useDoing } from '../../composables/useDoing.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** Moves a thing of a list by some places, as far as the list goes. */
export function move<T>(list: T[], from: number, by: number) {
  const [one] = list.splice(from, 1);
  if (one !== undefined) list.splice(Math.max(0, Math.min(list.length, from + by)), 0, one);
}

type Loaded = Sheet & { editions: PublishedEdition[]; facts: SheetFacts };

/** A sheet being composed: kept as it is changed, shown as it would be published. */
export function useSheet(id: () => number) {
  const workspace = useWorkspace();
  const sheet = ref<Loaded | null>(null);
  const { problems, busy, doing } = useDoing();
  const { unsaved, touch, sending, forget } = useChanges();

  const turn = asking();
  async function load() {
    const wanted = turn();
    problems.value = [];
    try {
      const found = await ask('GET /api/sheets/:id', { id: id() });
      if (!wanted()) return;
      sheet.value = found;
      because.value = new Map(found.editions[0]?.exceptions.map((one) => [one.finding, one.because]));
      forget();
    } catch (error) {
      if (wanted()) problems.value = problemsOf(error);
    }
  }
  function change(act: (draft: Loaded) => void) {
    if (!sheet.value) return;
    act(sheet.value);
    touch();
  }
  const save = () =>
    doing(async () => {
      const { editions: _editions, facts: _facts, id: own, appId: _app, ...sent } = sheet.value!;
      const done = sending();
      const saved = await ask('PUT /api/sheets/:id', { id: own }, sent satisfies SentSheet);
      if (sheet.value?.id !== own) return;
      // What was typed meanwhile stays on top of what is saved now.
      done();
      sheet.value = unsaved.value ? { ...sheet.value, revision: saved.revision } : { ...sheet.value, ...saved };
    });
  async function publish() {
    if (unsaved.value && !(await save())) return;
    await doing(async () => {
      const exceptions = proofNow().flatMap(({ key, wrong }) =>
        wrong && because.value.get(key)?.trim() ? [{ finding: key, because: because.value.get(key)!.trim() }] : [],
      );
      const edition = await ask('POST /api/sheets/:id/editions', { id: id() }, { exceptions });
      sheet.value = { ...sheet.value!, editions: [edition, ...sheet.value!.editions] };
      await workspace.reload();
    });
  }
  const body = computed(() => {
    const { opened, keyboards } = workspace;
    if (!sheet.value || !opened || !workspace.keyset(sheet.value.keysetId)) return null;
    const number = (sheet.value.editions[0]?.number ?? 0) + 1;
    const publishedOn = new Date().toISOString().slice(0, 10);
    return composeSheet(sheet.value, opened, keyboards, { number, publishedOn }, sheet.value.facts);
  });
  function proofNow(): Finding[] {
    const { opened, keyboards } = workspace;
    return sheet.value && body.value && opened
      ? proof(sheet.value, body.value, opened, keyboards, sheet.value.facts)
      : [];
  }
  const findings = following(body, proofNow);
  /** Why what is wrong stays, by finding: what was named for the last edition stands there already. */
  const because = ref(new Map<string, string>());
  const fix = (finding: Finding) => change((draft) => Object.assign(draft, withFix(draft, finding)));
  const addRow = (section: number, command: number) =>
    change((draft) => draft.sections[section]?.rows.push({ command, note: '', lesson: null }));
  const addSection = (title: string) =>
    change((draft) =>
      draft.sections.push({
        title,
        rule: null,
        sort: 'given',
        figure: null,
        rows: [],
        leftOut: [],
      } satisfies SheetSection),
    );
  return {
    sheet,
    problems,
    unsaved,
    forget,
    busy,
    body,
    findings,
    proofNow,
    because,
    fix,
    load,
    change,
    save,
    publish,
    addRow,
    addSection,
  };
}
