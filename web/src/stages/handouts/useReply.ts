import { computed, ref, shallowRef, watch } from 'vue';
import { EditionProgram, type LearnerReport, type PublicEdition } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { LAYOUTS, US, showStored, type Layout, type Platform } from '@crib/core/keys';
import { opened as openedOf } from '@crib/core/keyset';
import { asksOf, draftReply, heardIn, type ReplyQuestion, type ReplySentence, type Situation } from '@crib/core/reply';
import { tell } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** An edition that a learner can have. */
export interface Had {
  readonly address: string;
  readonly path: string;
  readonly title: string;
  readonly number: number;
}

/** What a learner wrote, what is heard in it, and the reply that follows from the edition and the releases around it. */
export function useReply(editions: () => readonly Had[], report: () => LearnerReport | null) {
  const workspace = useWorkspace();
  const sentence = ref('');
  const address = ref('');
  const platform = ref<Platform | ''>('');
  const layout = shallowRef<Layout | null>(null);
  const press = ref('');
  const command = ref(0);
  const edition = shallowRef<PublicEdition | null>(null);
  const program = shallowRef<EditionProgram | null>(null);
  const others = shallowRef<readonly Situation[]>([]);
  const problem = shallowRef<Problem | null>(null);
  watch(
    [report, editions],
    ([one, list]) => {
      if (one) sentence.value = one.said;
      address.value =
        one?.address ??
        (list.some((each) => each.address === address.value) ? address.value : (list[0]?.address ?? ''));
    },
    { immediate: true },
  );
  watch(
    address,
    async (now) => {
      [edition.value, program.value, others.value, problem.value] = [null, null, [], null];
      if (!now) return;
      try {
        const found = await ask('GET /public/editions/:address', { address: now });
        const made = EditionProgram.parse(await ask('GET /public/editions/:address/program.json', { address: now }));
        const { release, app } = made.catalogue;
        const rest = (workspace.app?.releases ?? []).filter((one) => one.id !== release.id);
        const openeds = await Promise.all(rest.map((one) => workspace.openedRelease(one.id)));
        if (now !== address.value) return;
        others.value = openeds.flatMap((opened, at): Situation[] =>
          opened.shipped
            ? [
                {
                  is: rest[at]!.position < release.position ? 'before' : 'later',
                  name: `${app.name} ${rest[at]!.label}`,
                  opened,
                  keyset: opened.shipped.id,
                },
              ]
            : [],
        );
        [edition.value, program.value] = [found, made];
      } catch (error) {
        if (now === address.value) problem.value = problemsOf(error)[0]!;
      }
    },
    { immediate: true },
  );
  const situations = computed((): [Situation, ...Situation[]] | null => {
    if (!program.value) return null;
    const opened = openedOf(program.value.catalogue);
    const { app, release } = program.value.catalogue;
    const keyset = opened.keyset(program.value.keyset)!;
    const name = `${app.name} ${release.label}`;
    const shipped: Situation[] =
      opened.shipped && opened.shipped.id !== keyset.id
        ? [{ is: 'shipped', name: `${name} built in`, opened, keyset: opened.shipped.id }]
        : [];
    return [
      {
        is: 'theirs',
        name: keyset.kind === 'custom' ? `${name} (${keyset.name})` : name,
        opened,
        keyset: keyset.id,
      },
      ...shipped,
      ...others.value,
    ];
  });
  const heard = computed(() =>
    situations.value && sentence.value.trim() ? heardIn(sentence.value, situations.value[0].opened) : null,
  );
  /** What was heard is put in; the trainer corrects it. */
  watch(heard, (now) => {
    const reported = situations.value?.[0].opened.catalogue.commands.find((one) => one.name === report()?.command)?.id;
    press.value = now?.presses[0] ?? '';
    command.value = now?.commands[0] ?? reported ?? 0;
    if (now?.platform) platform.value = now.platform;
  });
  const question = computed((): Omit<ReplyQuestion, 'platform'> | null => {
    const { value: found } = edition;
    if (!situations.value || !found || found.body.format !== 'crib-sheet') return null;
    const on = platform.value || found.body.platforms[0]!;
    const file = found.files.find((one) => one.platform === on && !one.back)?.name ?? null;
    const path = editions().find((one) => one.address === found.address)?.path ?? report()?.path ?? '';
    return {
      press: press.value || null,
      command: command.value || null,
      layout: layout.value ?? US,
      situations: situations.value,
      body: found.body,
      coming: program.value!.coming,
      file,
      address: location.origin + path,
    };
  });
  const asks = computed(() =>
    question.value && heard.value
      ? asksOf({ ...question.value, platform: platform.value || null }, layout.value ? [layout.value] : LAYOUTS)
      : [],
  );
  const sentences = computed(() => {
    if (!question.value || !heard.value) return [];
    const on = platform.value || question.value.body.platforms[0]!;
    const { language } = question.value.body;
    const shown = (value: string | readonly string[]) =>
      typeof value === 'string'
        ? value
        : value.map((one) => showStored(one, on, 'words', question.value!.layout, language)).join(', ');
    return draftReply({ ...question.value, platform: on }).map((one: ReplySentence) => ({
      text: tell(
        language,
        one.code,
        Object.fromEntries(Object.entries(one.values).map(([name, value]) => [name, shown(value)])),
      ),
      from: one.from,
    }));
  });
  return { sentence, address, platform, layout, press, command, heard, situations, asks, sentences, problem, edition };
}
