import { computed, reactive, ref, shallowRef } from 'vue';
import { MOST_BYTES, checkText, tooLarge } from '@crib/core/list';
import type { Problem } from '@crib/core/error';
import type { ListReport } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';
import { holdUnsaved } from '../../composables/unsaved.ts';

interface Answers {
  columns: Record<string, string>;
  cells: Record<string, string>;
  newContexts: string[];
  leaveOut: number[];
  drop: number[];
  menuSign?: string;
}
const noAnswers = (): Answers => ({ columns: {}, cells: {}, newContexts: [], leaveOut: [], drop: [] });

/** A list on its way in: its text or file, what the reader has decided about it, and what taking it in would do. */
export function useImport(releaseId: () => number) {
  const source = ref('');
  const content = shallowRef<{ text: string } | { base64: string } | null>(null);
  const table = ref(0);
  /** The shipped keyset it goes into, and the interface language it is written in. */
  const into = ref<number | null>(null);
  const language = ref('');
  const answers = reactive<Answers>(noAnswers());
  const report = shallowRef<ListReport | null>(null);
  const problems = shallowRef<readonly Problem[]>([]);
  const busy = ref<'' | 'reading' | 'taking in'>('');
  const done = shallowRef<ListReport | null>(null);
  let going: AbortController | null = null;

  function forget() {
    going?.abort();
    Object.assign(answers, noAnswers(), { menuSign: undefined });
    report.value = done.value = null;
    problems.value = [];
    content.value = null;
    source.value = '';
    table.value = 0;
  }
  holdUnsaved(() => content.value !== null && done.value === null, forget);
  async function take(found: { text: string } | { base64: string }, name: string) {
    forget();
    content.value = found;
    source.value = name;
    await preview();
  }
  async function takeText(found: string, name: string) {
    const wrong = checkText(found);
    if (wrong) {
      forget();
      problems.value = [wrong];
    } else await take({ text: found }, name);
  }
  async function takeFile(file: File) {
    if (file.size > MOST_BYTES) {
      forget();
      problems.value = [tooLarge(file.size)];
    } else await take({ base64: await base64Of(file) }, file.name);
  }
  /** Looks at another table of the file. */
  async function takeTable(index: number) {
    Object.assign(answers, noAnswers());
    table.value = index;
    await preview();
  }

  /** Says what parts the steps of menu paths. */
  async function partMenus(sign: string) {
    answers.menuSign = sign;
    await preview();
  }

  const target = () => ({ ...(into.value ? { keyset: into.value } : {}), language: language.value || null });
  const request = () => ({
    ...content.value,
    source: source.value.slice(0, 200),
    table: table.value,
    ...target(),
    ...answers,
  });
  async function preview() {
    going?.abort();
    const mine = (going = new AbortController());
    busy.value = 'reading';
    problems.value = [];
    try {
      const found = await ask('POST /api/releases/:id/list/preview', { id: releaseId() }, request(), mine.signal);
      if (mine === going) report.value = found;
    } catch (error) {
      if (mine === going && !mine.signal.aborted) problems.value = problemsOf(error);
    } finally {
      if (mine === going) busy.value = '';
    }
  }
  function stop() {
    going?.abort();
    busy.value = '';
  }
  async function takeIn() {
    busy.value = 'taking in';
    problems.value = [];
    try {
      done.value = await ask('POST /api/releases/:id/list', { id: releaseId() }, request());
      report.value = null;
    } catch (error) {
      problems.value = problemsOf(error);
    } finally {
      busy.value = '';
    }
  }
  const ready = computed(() => {
    const found = report.value;
    return Boolean(found && !found.problems.length && (!found.nothingToDo || answers.drop.length));
  });
  return {
    source,
    table,
    into,
    language,
    answers,
    report,
    problems,
    busy,
    done,
    ready,
    forget,
    takeText,
    takeFile,
    takeTable,
    partMenus,
    preview,
    stop,
    takeIn,
  };
}

/** A file's bytes as base64, as the server takes them inside JSON. */
function base64Of(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => reject(new Error('Could not read the file. Choose it again.'));
    reader.readAsDataURL(file);
  });
}
