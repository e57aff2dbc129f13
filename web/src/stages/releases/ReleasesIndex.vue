<script setup lang="ts">
import { computed } from 'vue';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** What the stage of releases has besides what moved: sets to carry, lineage, notes, charts, what is out of date. */
const workspace = useWorkspace();
const { route, luggage } = usePlace();
const releases = computed(() => workspace.app?.releases ?? []);
/** Custom keysets of earlier releases, with whether they were carried on. */
const waiting = computed(() =>
  (workspace.app?.keysets ?? [])
    .filter((one) => one.kind === 'custom' && one.releaseId !== releases.value[0]?.id)
    .map((one) => ({
      ...one,
      release: releases.value.find(({ id }) => id === one.releaseId)?.label ?? '',
      carried: workspace.app!.keysets.some((other) => other.carriedFrom === one.id),
    })),
);
const imitations = computed(() =>
  (workspace.app?.keysets ?? []).filter((one) => one.kind === 'shipped' && !one.isDefault),
);
const to = (name: string, params: Record<string, string | number> = {}) => ({ name, params, query: luggage.value });
const on = (name: string, param = '', id = 0) => route.name === name && (!param || route.params[param] === String(id));
</script>

<template>
  <IndexLine :to="to('releases')" :on="on('releases')">Changes</IndexLine>
  <IndexLine :to="to('release-day')" :on="on('release-day')">First-day problems</IndexLine>
  <IndexLine :to="to('renames')" :on="on('renames')">Renames and splits</IndexLine>
  <IndexLine :to="to('timeline')" :on="on('timeline')">Release timeline</IndexLine>
  <IndexLine :to="to('out-of-date')" :on="on('out-of-date')">Out of date</IndexLine>
  <template v-if="waiting.length">
    <h3>Carry forward</h3>
    <IndexLine
      v-for="one in waiting"
      :key="one.id"
      :to="to('carry', { keyset: one.id })"
      :on="on('carry', 'keyset', one.id)"
      :count="one.carried ? 'done' : one.release"
      >{{ one.name }}</IndexLine
    >
  </template>
  <template v-if="imitations.length">
    <h3>Compatibility</h3>
    <IndexLine
      v-for="one in imitations"
      :key="one.id"
      :to="to('compatibility', { keyset: one.id })"
      :on="on('compatibility', 'keyset', one.id)"
      >{{ one.name }}</IndexLine
    >
  </template>
  <template v-if="workspace.app?.notes.length">
    <h3>Change notes</h3>
    <IndexLine
      v-for="one in workspace.app.notes"
      :key="one.id"
      :to="to('notes', { notes: one.id })"
      :on="on('notes', 'notes', one.id)"
      :count="one.editions ? `ed. ${one.editions}` : 'draft'"
      >{{ one.title }}</IndexLine
    >
  </template>
</template>
