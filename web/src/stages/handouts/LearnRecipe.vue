<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { platformName } from '@crib/core/keys';
import {
  learnRecipe,
  openedFile,
  type LearnedQuestion,
  type LearnedRecipe,
  type Mark,
  type Span,
} from '@crib/core/preset';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import KeyField from '../../parts/KeyField.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** A recipe from a file that the program wrote: two or three records are marked in it, and the rest is worked out. */
const emit = defineEmits<{ made: [id: number] }>();
const workspace = useWorkspace();
const { appSlug, platform, style } = usePlace();
const file = shallowRef<{ name: string; bytes: Uint8Array } | null>(null);
const problems = shallowRef<readonly Problem[]>([]);
const marks = shallowRef<readonly Mark[]>([]);
const begun = shallowRef<{ command?: Span; keys?: Span; place?: Span }>({});
const area = ref<HTMLTextAreaElement | null>(null);
/** So much of a file is shown to be marked in. */
const SHOWN = 60_000;
const text = ref('');
async function take(event: Event) {
  const [chosen] = (event.target as HTMLInputElement).files ?? [];
  if (!chosen) return;
  [problems.value, marks.value, begun.value] = [[], [], {}];
  const bytes = new Uint8Array(await chosen.arrayBuffer());
  try {
    text.value = openedFile(bytes).text;
    file.value = { name: chosen.name, bytes };
  } catch (error) {
    [problems.value, text.value, file.value] = [problemsOf(error), '', null];
  }
}
/** Where a place of the field stands in the file: a field has line ends of one sign alone. */
function offset(at: number): number {
  let found = 0;
  for (let seen = 0; seen < at; seen++) found += text.value.startsWith('\r\n', found) ? 2 : 1;
  return found;
}
function mark(part: 'command' | 'keys' | 'place') {
  const { selectionStart: from, selectionEnd: to } = area.value!;
  if (from === to)
    return void (problems.value = [
      { code: 'no-selection', sentence: 'Highlight the text in the file first, then choose what it is.' },
    ]);
  problems.value = [];
  begun.value = { ...begun.value, [part]: { from: offset(from), to: offset(to) } };
  const { command, keys, place } = begun.value;
  if (command && keys && part !== 'place') {
    marks.value = [...marks.value, { command, keys, ...(place ? { place } : {}) }];
    begun.value = {};
  } else if (part === 'place' && marks.value.length && !command && !keys) {
    marks.value = [...marks.value.slice(0, -1), { ...marks.value.at(-1)!, place: begun.value.place! }];
    begun.value = {};
  }
}
const means = (at: number, stored: string) =>
  (marks.value = marks.value.map((one, i) => (i === at ? { ...one, means: stored } : one)));
const piece = ({ from, to }: Span) => text.value.slice(from, to);
const learned = computed((): { found: LearnedRecipe | null; wrong: readonly Problem[] } => {
  const { catalogue } = workspace;
  if (!file.value || !marks.value.length || !catalogue) return { found: null, wrong: [] };
  try {
    return { found: learnRecipe(file.value, marks.value, catalogue, platform.value), wrong: [] };
  } catch (error) {
    return { found: null, wrong: problemsOf(error) };
  }
});
const share = computed(() => {
  const { found } = learned.value;
  return found?.records ? Math.round((100 * found.read) / found.records) : 0;
});
function asked(one: LearnedQuestion): string {
  if (one.about === 'word')
    return `What does “${one.word}”${one.line ? ` in line ${one.line}` : ''} mean? Highlight an example and press the shortcut.`;
  if (one.about === 'sequence')
    return `Does “${one.sign}” separate keys pressed one after another, or alternatives? Highlight an example and press the shortcut.`;
  if (one.about === 'no key') return `“${one.word}” is read as “no shortcut” (${counted(one.times, 'entry')}).`;
  if (one.about === 'around')
    return `${counted(one.lines, 'other line')} in the file will not be stored. The format can update this file, but new files will not contain these lines.`;
  return `Which context is “${one.word}”? Add it under “contexts” in the format.`;
}
async function keep() {
  problems.value = [];
  try {
    const made = await ask('POST /api/apps/:slug/recipes', { slug: appSlug.value }, learned.value.found!.recipe);
    emit('made', made.id);
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <section>
    <h2>Create a preset format from a sample file</h2>
    <p class="mid">
      Choose a settings file exported by the program on {{ platformName(platform) }}. Highlight a command, then its
      shortcut. Two or three examples are enough.
    </p>
    <label class="btn pick">Choose a sample file<input class="sr-only" type="file" @change="take" /></label>
    <ProblemList :problems="problems.length ? problems : learned.wrong" />
    <template v-if="text">
      <div class="learn">
        <div>
          <textarea
            ref="area"
            class="code"
            rows="16"
            readonly
            spellcheck="false"
            aria-label="Sample file: highlight text in it"
            :value="text.slice(0, SHOWN)"
          ></textarea>
          <div class="actions">
            <button type="button" class="btn" @click="mark('command')">Mark as command</button>
            <button type="button" class="btn" @click="mark('keys')">Mark as shortcut</button>
            <button type="button" class="btn" @click="mark('place')">Mark as context</button>
          </div>
          <p role="status">
            <template v-if="begun.command"
              >“{{ piece(begun.command) }}” is a command. Now highlight its shortcut.</template
            >
            <template v-else-if="begun.keys"
              >“{{ piece(begun.keys) }}” is a shortcut. Now highlight its command.</template
            >
          </p>
        </div>
        <div>
          <h3>Examples</h3>
          <p v-if="!marks.length" class="mid">None yet.</p>
          <div v-for="(one, at) in marks" :key="at" class="marked">
            <b>{{ piece(one.command) }}</b> <code>{{ piece(one.keys) }}</code>
            <span v-if="one.place" class="mid">in {{ piece(one.place) }}</span>
            <button type="button" class="btn plain" @click="marks = marks.filter((_, i) => i !== at)">Remove</button>
            <details>
              <summary>If a key name is not recognised, press the shortcut here</summary>
              <KeyField
                :model-value="one.means ?? ''"
                :platform="platform"
                :how="style"
                :typed-letters="false"
                title="Press the shortcut"
                @update:model-value="(stored: string) => means(at, stored)"
              />
            </details>
          </div>
          <template v-if="learned.found">
            <h3>Result</h3>
            <p role="status">
              {{ counted(learned.found.records, 'entry') }} found,
              {{ counted(learned.found.read, 'shortcut') }} understood ({{ share }}%),
              {{ counted(learned.found.known, 'command') }} recognised.
            </p>
            <p>
              <code>{{ learned.found.recipe.record }}</code>
            </p>
            <p v-for="one in learned.found.questions.slice(0, 8)" :key="asked(one)">{{ asked(one) }}</p>
            <p v-if="learned.found.questions.length > 8" class="mid">
              and {{ counted(learned.found.questions.length - 8, 'more question') }}
            </p>
            <button type="button" class="btn primary" :disabled="!learned.found.records" @click="keep">
              Save preset format
            </button>
          </template>
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
.learn {
  display: grid;
  grid-template-columns: 1.2fr 1fr;
  gap: 18px;
}
.code {
  box-sizing: border-box;
  width: 100%;
  padding: 8px;
  border: 1px solid var(--rule);
  border-radius: 0;
  background: var(--paper);
  color: var(--ink);
  font: 400 12px/1.45 var(--mono);
}
.marked {
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.actions {
  display: flex;
  gap: 8px;
}
h3 {
  margin: 0 0 4px;
}
</style>
