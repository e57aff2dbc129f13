<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watchEffect } from 'vue';
import { US, platformName, showStored, type Style } from '@crib/core/keys';
import { LEARNER_LANGUAGES, tell, type LearnerCode, type LearnerLanguage } from '@crib/core/words';
import type { PublicEdition } from '@crib/core/contract';
import { fetchEdition, type Missing } from './edition.ts';
import { LANGUAGE_NAMES, likelyLanguage, likelyPlatform } from './reader.ts';
import { changingSaid } from '@crib/core/sheet';
import ChangesView from '../parts/ChangesView.vue';
import StandingNote from './StandingNote.vue';
import SheetView from '../parts/SheetView.vue';
import { keyLanguage } from '../parts/chips.ts';

const address = location.pathname.split('/').filter(Boolean).at(-1) ?? '';
const edition = shallowRef<PublicEdition | null>(null);
const failed = ref<Missing | null>(null);
const choices = new URLSearchParams(location.search);
const platform = ref(choices.get('platform') ?? '');
const style = ref<Style>(choices.get('style') === 'symbols' ? 'symbols' : 'words');
const query = ref('');

const language = ref(likelyLanguage(choices.get('language')));
const t = (code: LearnerCode, values: Record<string, string | number> = {}) => tell(language.value, code, values);
watchEffect(() => {
  keyLanguage.value = language.value;
  document.documentElement.lang = language.value;
});

async function load() {
  failed.value = null;
  const found = await fetchEdition(address);
  if (typeof found === 'string') failed.value = found;
  else {
    edition.value = found;
    const { platforms, title } = found.body;
    if (!platforms.includes(platform.value)) platform.value = likelyPlatform(platforms);
    document.title = title;
  }
}
onMounted(load);

function choose(name: 'platform' | 'style' | 'language', value: string) {
  if (name === 'platform') platform.value = value;
  else if (name === 'language') language.value = value as LearnerLanguage;
  else style.value = value as Style;
  choices.set(name, value);
  history.replaceState(null, '', `${location.pathname}?${choices}`);
}
/** What a reader looks for among what is told: every word in it, in any order. */
const words = computed(() => query.value.toLowerCase().split(/\s+/).filter(Boolean));
const keysIn = (keys: Readonly<Record<string, readonly string[]>>) =>
  (keys[platform.value] ?? []).map((key) => showStored(key, platform.value, 'words', US, language.value)).join(' ');
const has = (text: string) => words.value.every((word) => text.toLowerCase().includes(word));
const whole = computed(() => edition.value?.body ?? null);
const sheet = computed(() => {
  if (whole.value?.format !== 'crib-sheet') return null;
  const sections = whole.value.sections.map((section) => ({
    ...section,
    rows: section.rows.filter((row) => has(`${row.label} ${row.note} ${row.memoryAid} ${keysIn(row.keys)}`)),
  }));
  return { ...whole.value, sections: sections.filter((section) => section.rows.length) };
});
const changes = computed(() => {
  if (whole.value?.format !== 'crib-changes') return null;
  const groups = whole.value.groups.map((group) => ({
    ...group,
    lines: group.lines.filter((line) => has(`${line.subject} ${line.text} ${line.reason} ${keysIn(line.before)} ${keysIn(line.after)}`)), // prettier-ignore
  }));
  return { ...whole.value, groups: groups.filter((group) => group.lines.length) };
});
const none = computed(() => query.value && !(sheet.value?.sections ?? changes.value?.groups ?? []).length);
/** What it is about, in a line. */
const about = computed(() => {
  if (changes.value) {
    const { app, old, now } = changes.value;
    return t('page.from to', { app, old: old.release, now: now.release });
  }
  const { app, release, keyset } = sheet.value!;
  return keyset.custom ? t('page.with', { app, release, keyset: keyset.name }) : `${app} ${release}`;
});
/** How keys are changed in the program, in the edition’s language. */
const changing = computed(() => {
  const told = sheet.value?.changing;
  return told ? changingSaid(told, platform.value, sheet.value!.language) : '';
});
const file = computed(() => edition.value?.files.find((one) => one.platform === platform.value));
const standing = computed(() => edition.value?.standing ?? null);
/** What was withdrawn is still to be had, when it is asked for by name. */
const kept = computed(() => (standing.value?.withdrawn ? '?kept' : ''));
const base = computed(() => `/public/editions/${address}`);
const print = () => window.print();
</script>

<template>
  <main class="desk">
    <article v-if="edition && whole" class="page">
      <header>
        <div>
          <h1 :lang="whole.language">{{ whole.title }}</h1>
          <p class="mid">{{ about }} · {{ t('page.edition', { number: whole.number }) }} · {{ whole.publishedOn }}</p>
        </div>
        <div class="side">
          <a v-if="file" class="btn primary" :href="`${base}/files/${encodeURIComponent(file.name)}`" download>{{
            t('page.get preset')
          }}</a>
          <div class="platforms" role="group" :aria-label="t('page.platform')">
            <button
              v-for="one in whole.platforms"
              :key="one"
              type="button"
              :aria-pressed="one === platform"
              @click="choose('platform', one)"
            >
              {{ platformName(one) }}
            </button>
          </div>
        </div>
      </header>
      <StandingNote v-if="standing" :standing="standing" :language="language" :written="whole.language" />
      <p v-if="whole.intro" class="intro" :lang="whole.language">{{ whole.intro }}</p>
      <div class="find">
        <label for="find">{{ t('page.find') }}</label>
        <input id="find" v-model="query" type="search" :placeholder="t('page.find hint')" />
        <button
          type="button"
          class="btn plain"
          :aria-pressed="style === 'symbols'"
          @click="choose('style', style === 'symbols' ? 'words' : 'symbols')"
        >
          {{ style === 'symbols' ? t('page.in words') : t('page.in symbols') }}
        </button>
        <button type="button" class="btn plain" @click="print">{{ t('page.print') }}</button>
        <label class="languages"
          ><span class="sr-only">{{ t('page.language') }}</span>
          <select :value="language" @change="choose('language', ($event.target as HTMLSelectElement).value)">
            <option v-for="one in LEARNER_LANGUAGES" :key="one" :value="one">{{ LANGUAGE_NAMES[one] }}</option>
          </select></label
        >
      </div>
      <SheetView
        v-if="sheet"
        :lang="sheet.language"
        :language="language"
        :body="sheet"
        :platform="platform"
        :how="style"
      />
      <ChangesView v-else-if="changes" :language="language" :body="changes" :platform="platform" :how="style" />
      <p v-if="none" role="status">{{ t('page.none') }}</p>
      <section v-if="changing" class="load">
        <h2>{{ t('page.changing') }}</h2>
        <p :lang="whole.language">{{ changing }}</p>
      </section>
      <section v-if="file" class="load">
        <h2>{{ t('page.loading file') }}</h2>
        <p>{{ edition.howToLoad }}</p>
        <details v-if="file.losses.length">
          <summary>{{ t('page.losses') }}</summary>
          <ul>
            <li v-for="loss in file.losses" :key="loss">{{ loss }}</li>
          </ul>
        </details>
        <p class="figures sum">{{ file.name }} · SHA-256 {{ file.hash }}</p>
      </section>
      <footer>
        <span>{{ whole.credit }}</span>
        <span class="downloads"
          ><a :href="`${base}/sheet.pdf${kept}`" download>PDF</a> ·
          <a :href="`${base}/sheet.md${kept}`" download>Markdown</a> ·
          <a :href="`${base}/sheet.csv${kept}`" download>CSV</a> ·
          <a :href="`${base}/sheet.json`" download>Crib JSON</a></span
        >
      </footer>
    </article>
    <section v-else-if="failed" class="page" role="alert">
      <h1>{{ t('page.failed') }}</h1>
      <p>{{ t(`page.${failed}`) }}</p>
      <button type="button" class="btn" @click="load">{{ t('page.again') }}</button>
    </section>
    <p v-else class="page" role="status">{{ t('page.fetching') }}</p>
  </main>
</template>

<style scoped>
.languages select {
  height: 28px;
  border: 1.5px solid var(--ink);
  border-radius: 0;
  background: var(--sheet);
  color: var(--ink);
  font: 400 14px var(--text);
}
.desk {
  min-height: 100%;
  padding: 26px 16px;
  background: var(--desk);
}
.page {
  max-width: 1080px;
  margin: 0 auto;
  padding: 34px 44px;
  background: var(--sheet);
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 12px 24px;
}
h1 {
  font-size: 36px;
  font-weight: 700;
}
.side {
  display: grid;
  justify-items: end;
  align-content: start;
  gap: 8px;
}
.platforms {
  display: flex;
  gap: 4px;
}
.platforms button {
  padding: 3px 8px;
  border: 0;
  background: none;
  color: var(--mid);
  font: 500 12.5px var(--mono);
  cursor: pointer;
}
.platforms button[aria-pressed='true'] {
  background: var(--tide-wash);
  box-shadow: inset 0 -2px 0 var(--tide);
  color: var(--ink);
  font-weight: 650;
}
.intro {
  margin-top: 10px;
}
.find {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 16px;
  margin: 16px 0 20px;
  padding: 10px 14px;
  border: 2px solid var(--ink);
}
.find label {
  font: 650 15px var(--head);
}
.find input {
  flex: 1 1 180px;
  min-width: 0;
  height: 30px;
  padding: 0 8px;
  border: 1.5px solid var(--ink);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.find input::placeholder {
  color: var(--mid);
  opacity: 1;
}
.load {
  margin-top: 14px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.load h2 {
  font-size: 16px;
}
.sum {
  margin-top: 6px;
  color: var(--mid);
  font-size: 11.5px;
  overflow-wrap: anywhere;
}
footer {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 6px 20px;
  margin-top: 16px;
  padding-top: 10px;
  border-top: 2px solid var(--ink);
  color: var(--mid);
  font-size: 12.5px;
}
@media (max-width: 640px) {
  .desk {
    padding: 0;
  }
  .page {
    padding: 18px 16px;
  }
  h1 {
    font-size: 27px;
  }
  .side {
    justify-items: start;
  }
}
@media print {
  .desk {
    padding: 0;
    background: none;
  }
  .page {
    max-width: none;
    padding: 0;
  }
  h1 {
    font-size: 20pt;
  }
  .find,
  .side,
  .load,
  .downloads {
    display: none;
  }
  .intro {
    margin: 1mm 0 4mm;
  }
}
</style>
