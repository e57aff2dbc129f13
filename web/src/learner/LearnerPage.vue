<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { conventionOf, platformName, showStored, type Style } from '@crib/core/keys';
import type { PublicEdition } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../api/client.ts';
import SheetView from '../parts/SheetView.vue';

const address = location.pathname.split('/').filter(Boolean).at(-1) ?? '';
const edition = shallowRef<PublicEdition | null>(null);
const failed = shallowRef<Problem | null>(null);
const choices = new URLSearchParams(location.search);
const platform = ref(choices.get('platform') ?? '');
const style = ref<Style>(choices.get('style') === 'symbols' ? 'symbols' : 'words');
const query = ref('');

/** The reader's own platform, as far as the browser tells. */
function likelyPlatform(known: readonly string[]): string {
  const agent = navigator.userAgent;
  const guess = /Mac|iPhone|iPad/.test(agent)
    ? 'macos'
    : /Linux|X11|CrOS/.test(agent) && !/Android/.test(agent)
      ? 'linux'
      : 'windows';
  return known.find((one) => conventionOf(one) === guess) ?? known[0]!;
}
async function load() {
  failed.value = null;
  try {
    edition.value = await ask<PublicEdition>('GET', `/public/editions/${encodeURIComponent(address)}`);
    const { platforms, title } = edition.value.body;
    if (!platforms.includes(platform.value)) platform.value = likelyPlatform(platforms);
    document.title = title;
  } catch (error) {
    failed.value = problemsOf(error)[0]!;
  }
}
onMounted(load);

function choose(name: 'platform' | 'style', value: string) {
  if (name === 'platform') platform.value = value;
  else style.value = value as Style;
  choices.set(name, value);
  history.replaceState(null, '', `${location.pathname}?${choices}`);
}
const body = computed(() => {
  const whole = edition.value?.body;
  const words = query.value.toLowerCase().split(/\s+/).filter(Boolean);
  if (!whole || words.length === 0) return whole ?? null;
  const fits = (row: (typeof whole.sections)[number]['rows'][number]) => {
    const keys = (row.keys[platform.value] ?? []).map((key) => showStored(key, platform.value)).join(' ');
    const text = `${row.label} ${row.note} ${row.memoryAid} ${keys}`.toLowerCase();
    return words.every((word) => text.includes(word));
  };
  const sections = whole.sections.map((section) => ({ ...section, rows: section.rows.filter(fits) }));
  return { ...whole, sections: sections.filter((section) => section.rows.length) };
});
const file = computed(() => edition.value?.files.find((one) => one.platform === platform.value));
const base = computed(() => `/public/editions/${address}`);
const print = () => window.print();
</script>

<template>
  <main class="desk">
    <article v-if="edition && body" class="page">
      <header>
        <div>
          <h1>{{ body.title }}</h1>
          <p class="mid">
            {{ body.app }} {{ body.release }}{{ body.keyset.custom ? ` with the ${body.keyset.name}` : '' }} · edition
            {{ body.number }} · {{ body.publishedOn }}
          </p>
        </div>
        <div class="side">
          <a v-if="file" class="btn primary" :href="`${base}/files/${encodeURIComponent(file.name)}`" download
            >Get the preset file</a
          >
          <div class="platforms" role="group" aria-label="Platform">
            <button
              v-for="one in body.platforms"
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
      <p v-if="body.intro" class="intro">{{ body.intro }}</p>
      <div class="find">
        <label for="find">Find</label>
        <input id="find" v-model="query" type="search" placeholder="a command or a key" />
        <button
          type="button"
          class="btn plain"
          :aria-pressed="style === 'symbols'"
          @click="choose('style', style === 'symbols' ? 'words' : 'symbols')"
        >
          {{ style === 'symbols' ? 'Keys in words' : 'Keys in symbols' }}
        </button>
        <button type="button" class="btn plain" @click="print">Print</button>
      </div>
      <SheetView :body="body" :platform="platform" :how="style" />
      <p v-if="query && !body.sections.length" role="status">Nothing on this sheet is called so.</p>
      <section v-if="file" class="load">
        <h2>Loading the key file</h2>
        <p>{{ edition.howToLoad }}</p>
        <details v-if="file.losses.length">
          <summary>What the file cannot say</summary>
          <ul>
            <li v-for="loss in file.losses" :key="loss">{{ loss }}</li>
          </ul>
        </details>
        <p class="figures sum">{{ file.name }} · SHA-256 {{ file.hash }}</p>
      </section>
      <footer>
        <span>{{ body.credit }}</span>
        <span class="downloads"
          ><a :href="`${base}/sheet.csv`" download>CSV</a> ·
          <a :href="`${base}/sheet.json`" download>Crib JSON</a></span
        >
      </footer>
    </article>
    <section v-else-if="failed" class="page" role="alert">
      <h1>This sheet cannot be shown</h1>
      <p>{{ failed.sentence }}</p>
      <button type="button" class="btn" @click="load">Try again</button>
    </section>
    <p v-else class="page" role="status">Fetching the sheet…</p>
  </main>
</template>

<style scoped>
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
