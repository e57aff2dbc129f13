<script setup lang="ts">
import { computed, watchEffect } from 'vue';
import { platformName } from '@crib/core/keys';
import { TOOLS, toolsOf } from '@crib/core/contract';
import { LANGUAGE_NAMES, LEARNER_LANGUAGES } from '@crib/core/words';
import { insecure, keepOffline, loadNewer, newer, offline } from './offline.ts';
import { provideStudy } from './useStudy.ts';

/** What stands around the learners’ tools of an edition: which sheet it is, the tools, and how it is read. */
const { route, address, edition, program, body, failed, load, language, platform, style, choose, layout, layouts, t } =
  provideStudy();
keepOffline();
const own = computed(() => `/s/${String(route.params['slug'])}/${address.value}`);
const tool = computed(() => TOOLS.find((one) => one === route.path.split('/').at(-1)) ?? 'find');
const tools = computed(() => (program.value && edition.value ? toolsOf(program.value, edition.value.files) : []));
watchEffect(() => {
  document.documentElement.lang = language.value;
  if (body.value && route.path !== '/') document.title = `${t(`tool.${tool.value}`)} · ${body.value.title}`;
});
watchEffect((clean) => {
  if (!route.params['slug']) return;
  const link = Object.assign(document.createElement('link'), { rel: 'manifest', href: `${own.value}/app.webmanifest` });
  document.head.append(link);
  clean(() => link.remove());
});
</script>

<template>
  <div class="study">
    <header v-if="body">
      <p class="of">
        <a :href="route.fullPath.replace(route.path, own)">{{ body.title }}</a>
        <span>{{ body.app }} {{ body.release }} · {{ t('page.edition', { number: body.number }) }}</span>
      </p>
      <nav :aria-label="t('tool.tools')">
        <RouterLink
          v-for="one in tools"
          :key="one"
          :to="{ path: `${own}/${one}`, query: route.query }"
          :aria-current="tool === one ? 'page' : undefined"
          >{{ t(`tool.${one}`) }}</RouterLink
        >
      </nav>
      <div class="how">
        <label v-if="body.platforms.length > 1"
          >{{ t('page.platform') }}
          <select :value="platform" @change="choose({ platform: ($event.target as HTMLSelectElement).value })">
            <option v-for="one in body.platforms" :key="one" :value="one">{{ platformName(one) }}</option>
          </select></label
        >
        <label
          >{{ t('tool.layout') }}
          <select v-model="layout">
            <option v-for="one in layouts" :key="one.id" :value="one">{{ one.name }}</option>
          </select></label
        >
        <label
          >{{ t('page.keys') }}
          <select :value="style" @change="choose({ style: ($event.target as HTMLSelectElement).value })">
            <option value="words">{{ t('page.in words') }}</option>
            <option value="symbols">{{ t('page.in symbols') }}</option>
          </select></label
        >
        <label
          >{{ t('page.language') }}
          <select :value="language" @change="choose({ language: ($event.target as HTMLSelectElement).value })">
            <option v-for="one in LEARNER_LANGUAGES" :key="one" :value="one" :lang="one">
              {{ LANGUAGE_NAMES[one] }}
            </option>
          </select></label
        >
      </div>
    </header>
    <p v-if="offline" class="note" role="status">{{ t('tool.offline') }}</p>
    <p v-if="newer" class="note" role="status">
      {{ t('tool.update') }} <button type="button" @click="loadNewer">{{ t('tool.reload') }}</button>
    </p>
    <main v-if="failed">
      <h1>{{ t(`tool.${tool}`) }}</h1>
      <p role="alert">{{ t(failed) }}</p>
      <p v-if="failed === 'tool.failed'">
        <button type="button" @click="load">{{ t('tool.again') }}</button>
      </p>
      <p v-else>
        <a :href="own">{{ t('tool.sheet') }}</a>
      </p>
    </main>
    <main v-else-if="body && program"><RouterView :key="`${address} ${tool}`" /></main>
    <main v-else>
      <h1>{{ t(`tool.${tool}`) }}</h1>
      <p role="status">{{ t('tool.loading') }}</p>
    </main>
    <p v-if="insecure" class="plain">{{ t('tool.insecure') }}</p>
  </div>
</template>
