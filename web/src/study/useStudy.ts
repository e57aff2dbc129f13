import { computed, inject, provide, ref, shallowRef, watch, type InjectionKey } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { catalogueIn } from '@crib/core/catalogue';
import type { EditionBody, EditionProgram, PublicEdition } from '@crib/core/contract';
import {
  LAYOUTS,
  US,
  capture,
  layoutById,
  meantFor,
  showStored,
  type Platform,
  type Stroke,
  type Style,
} from '@crib/core/keys';
import { opened as openedOf, type Scene } from '@crib/core/keyset';
import { keyboardsOf } from '@crib/core/press';
import { LEARNER_LANGUAGES, tell, type LearnerCode, type LearnerLanguage } from '@crib/core/words';
import { asking } from '../composables/asking.ts';
import { machineInHand, pressedKey } from '../keyboard/machine.ts';

const KEPT_LAYOUT = 'crib-layout';

/** An edition with the program it is of, as a learner reads it: platform, style and language stay in the address. */
function makeStudy() {
  const [route, router] = [useRoute(), useRouter()];
  const edition = shallowRef<PublicEdition | null>(null);
  const program = shallowRef<EditionProgram | null>(null);
  const failed = ref<'' | 'tool.failed' | 'tool.without'>('');
  const address = computed(() => String(route.params['address'] ?? ''));

  const turn = asking();
  async function load() {
    if (!address.value) return;
    const wanted = turn();
    failed.value = '';
    try {
      const base = `/public/editions/${address.value}`;
      const [found, made] = await Promise.all([fetch(base), fetch(`${base}/program.json`)]);
      if (!wanted()) return;
      if (found.status === 404 || made.status === 404) return void (failed.value = 'tool.without');
      if (!found.ok || !made.ok) throw new Error(`${found.status} ${made.status}`);
      // The server read both by their schema; a learner’s page does without a second reading, and without the library for it.
      const [read, opened] = (await Promise.all([found.json(), made.json()])) as [PublicEdition, EditionProgram];
      if (!wanted()) return;
      edition.value = read;
      program.value = opened;
    } catch {
      if (wanted()) failed.value = 'tool.failed';
    }
  }
  watch(address, load, { immediate: true });

  const body = computed(
    () => (edition.value?.body.format === 'crib-sheet' ? edition.value.body : null) as EditionBody | null,
  );
  const asked = (name: string) => String(route.query[name] ?? '');
  const language = computed<LearnerLanguage>(
    () => LEARNER_LANGUAGES.find((one) => one === asked('language')) ?? body.value?.language ?? 'en',
  );
  const platform = computed<Platform>(
    () => body.value?.platforms.find((one) => one === asked('platform')) ?? body.value?.platforms[0] ?? 'windows',
  );
  const style = computed<Style>(() => (asked('style') === 'symbols' ? 'symbols' : 'words'));
  const choose = (part: Readonly<Record<string, string>>) => router.replace({ query: { ...route.query, ...part } });
  const layout = shallowRef(layoutById(keptLayout()) ?? US);
  watch(layout, (now) => keepLayout(now.id));

  const opened = computed(
    () => program.value && openedOf(catalogueIn(program.value.catalogue, body.value!.language, platform.value)),
  );
  const keyboards = computed(() => keyboardsOf([layout.value], [platform.value]));
  const keyboard = computed(() => keyboards.value.on(platform.value)[0]!);
  const t = (code: LearnerCode, values: Readonly<Record<string, string | number>> = {}) =>
    tell(language.value, code, values);
  const show = (stored: string) => showStored(stored, platform.value, style.value, layout.value, language.value);
  const label = (command: number) => opened.value?.commands.get(command)?.label ?? '';
  /** What is pressed here, as it is meant for the platform that is read about. */
  function strokesOf(event: KeyboardEvent): readonly Stroke[] {
    const binds = opened.value?.catalogue.app.keyPolicy.binds ?? 'character';
    const stroke = capture(pressedKey(event), { layout: layout.value, machine: machineInHand, binds });
    return stroke
      ? meantFor({ strokes: [stroke], manner: 'pressed' }, machineInHand, platform.value).shortcut.strokes
      : [];
  }
  /** Where one is in the program, with the keyset that the sheet is of. */
  function sceneIn(context: number, state: NonNullable<Scene['state']> = 'none'): Scene | null {
    if (!opened.value || !program.value) return null;
    const { tree, decides, catalogue } = opened.value;
    const weighed = opened.value.weighed(program.value.keyset, keyboards.value);
    return {
      weighed,
      tree,
      decides,
      policy: catalogue.app.keyPolicy,
      keyboard: keyboard.value,
      active: [context],
      state,
    };
  }
  return {
    route,
    address,
    edition,
    program,
    body,
    failed,
    load,
    language,
    platform,
    style,
    choose,
    layout,
    layouts: LAYOUTS,
    opened,
    keyboards,
    keyboard,
    t,
    show,
    label,
    strokesOf,
    sceneIn,
  };
}

function keptLayout(): string {
  try {
    return localStorage.getItem(KEPT_LAYOUT) ?? '';
  } catch {
    return '';
  }
}
function keepLayout(id: string) {
  try {
    localStorage.setItem(KEPT_LAYOUT, id);
  } catch {
    // Where nothing can be kept, it is chosen anew each time.
  }
}

export type Study = ReturnType<typeof makeStudy>;
const STUDY: InjectionKey<Study> = Symbol('study');
export function provideStudy(): Study {
  const study = makeStudy();
  provide(STUDY, study);
  return study;
}
export const useStudy = () => inject(STUDY)!;
