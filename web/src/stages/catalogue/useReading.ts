import { computed, reactive, ref, shallowRef } from 'vue';
import { checkText, decodeText } from '@crib/core/list';
import type { Problem } from '@crib/core/error';
import type { ListReport } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';

interface Answers {
  columns: Record<string, string>;
  cells: Record<string, string>;
  newContexts: string[];
  leaveOut: number[];
  drop: number[];
}
const noAnswers = (): Answers => ({ columns: {}, cells: {}, newContexts: [], leaveOut: [], drop: [] });

/** A list on its way in: its text, what the reader has decided about it, and what taking it in would do. */
export function useReading(releaseId: () => number) {
  const source = ref('');
  const text = ref('');
  const encoding = ref('');
  const answers = reactive<Answers>(noAnswers());
  const report = shallowRef<ListReport | null>(null);
  const problems = shallowRef<readonly Problem[]>([]);
  const busy = ref<'' | 'reading' | 'taking in'>('');
  const done = shallowRef<ListReport | null>(null);
  let going: AbortController | null = null;

  function forget() {
    going?.abort();
    Object.assign(answers, noAnswers());
    report.value = done.value = null;
    problems.value = [];
    text.value = source.value = encoding.value = '';
  }
  async function takeText(found: string, name: string, coding = '') {
    forget();
    const wrong = checkText(found);
    if (wrong) return void (problems.value = [wrong]);
    [text.value, source.value, encoding.value] = [found, name, coding];
    await preview();
  }
  async function takeFile(file: File) {
    const decoded = decodeText(new Uint8Array(await file.arrayBuffer()));
    forget();
    if ('code' in decoded) problems.value = [decoded];
    else await takeText(decoded.text, file.name, decoded.encoding);
  }

  const request = () => ({ text: text.value, source: source.value.slice(0, 200), ...answers });
  async function preview() {
    going?.abort();
    const mine = (going = new AbortController());
    busy.value = 'reading';
    problems.value = [];
    try {
      const found = await ask<ListReport>('POST', `/api/releases/${releaseId()}/list/preview`, request(), mine.signal);
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
      done.value = await ask<ListReport>('POST', `/api/releases/${releaseId()}/list`, request());
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
    text,
    encoding,
    answers,
    report,
    problems,
    busy,
    done,
    ready,
    forget,
    takeText,
    takeFile,
    preview,
    stop,
    takeIn,
  };
}
