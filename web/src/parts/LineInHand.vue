<script setup lang="ts">
import { computed } from 'vue';
import { languagesOf } from '@crib/core/catalogue';
import { actWords } from '@crib/core/contract';
import { LAYOUTS, platformName } from '@crib/core/keys';
import { languageName } from '../words/languages.ts';
import HandSwitch from './HandSwitch.vue';
import { useOthers } from '../stores/others.ts';
import { usePlace } from '../composables/usePlace.ts';
import { useSession } from '../stores/session.ts';
import { useSwitching } from '../composables/useSwitching.ts';
import { useWorkspace } from '../stores/workspace.ts';

/**
 * What is in hand on every stage: the app, its release and a keyset; then the platform, the layout, the language, and
 * how keys are written. Each is changed here, and changes nothing else.
 */
const workspace = useWorkspace();
const session = useSession();
const others = useOthers();
const { platform, style, layout, language, appSlug, releaseLabel, keysetInHand } = usePlace();
const { apps, toApp, toRelease, toKeyset } = useSwitching();

const appChoices = computed(() => {
  const known = apps.value.map(({ slug, name }) => ({ value: slug, label: name }));
  const mine = workspace.app;
  return mine && !known.some((one) => one.value === mine.slug) ? [{ value: mine.slug, label: mine.name }] : known;
});
const releases = computed(() => (workspace.app?.releases ?? []).map(({ label }) => ({ value: label, label })));
const keysets = computed(() =>
  (workspace.catalogue?.keysets ?? []).map((one) => ({
    value: String(one.id),
    label: one.kind === 'shipped' ? (one.isDefault ? 'built in' : `built in: ${one.name}`) : one.name,
  })),
);
const platforms = computed(() =>
  (workspace.catalogue?.release.platforms ?? []).map((one) => ({ value: one, label: platformName(one) })),
);
const LAYOUT_CHOICES = LAYOUTS.map(({ id, name }) => ({ value: id, label: `${name} layout` }));
const languages = computed(() =>
  (workspace.stored ? languagesOf(workspace.stored) : []).map((one) => ({ value: one, label: languageName(one) })),
);
const STYLES = [
  { value: 'words', label: 'words' },
  { value: 'symbols', label: 'symbols' },
  { value: 'pressed', label: 'as printed on the keys' },
];
</script>

<template>
  <section class="hand" aria-label="Current selection">
    <HandSwitch
      :model-value="appSlug"
      label="Program"
      none="All programs"
      strong
      :options="appChoices"
      @update:model-value="toApp"
    />
    <template v-if="appSlug">
      <HandSwitch
        :model-value="releaseLabel"
        label="Release"
        strong
        :options="releases"
        @update:model-value="toRelease"
      />
      <HandSwitch
        v-if="keysets.length"
        :model-value="String(keysetInHand ?? '')"
        label="Keyset"
        strong
        :options="keysets"
        @update:model-value="(id) => toKeyset(Number(id))"
      />
    </template>
    <span v-else class="mid">choose a program to start</span>
    <span class="mid told" role="status"
      ><template v-if="others.told"
        ><b>{{ others.told.who }}</b> {{ actWords(others.told.doing)
        }}{{ others.told.about ? ` “${others.told.about}”` : '' }}</template
      ><template v-else-if="!session.may('edit')">your role: {{ session.editor?.role }}</template></span
    >
    <span class="end">
      <template v-if="platforms.length">
        <HandSwitch v-model="platform" label="Platform" :options="platforms" />
        <HandSwitch v-model="layout" label="Layout" :options="LAYOUT_CHOICES" />
        <HandSwitch
          v-if="languages.length"
          v-model="language"
          label="Interface language"
          none="original language"
          :options="languages"
        />
        <HandSwitch v-model="style" label="Key notation" :options="STYLES" />
      </template>
    </span>
  </section>
</template>

<style scoped>
.hand {
  display: flex;
  height: 36px;
  align-items: center;
  gap: 14px;
  padding: 0 20px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper);
  font-size: 13px;
}
.told {
  flex: 1;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.end {
  display: flex;
  gap: 14px;
  margin-left: auto;
}
</style>
