<script setup lang="ts">
import { useRoute } from 'vue-router';
import IndexLine from '../../parts/IndexLine.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { useSession } from '../../stores/session.ts';

/** What belongs to the workspace and not to one app: its people, what was done, and one’s own account. */
defineProps<{ wide?: boolean }>();
const route = useRoute();
const session = useSession();
const VIEWS = [
  ['people', 'People'],
  ['activity', 'Activity log'],
  ['account', 'Your account'],
] as const;
</script>

<template>
  <StageFrame :wide="wide">
    <template #index>
      <h2>{{ session.editor?.workspace.name }}</h2>
      <p class="mid views">your role: {{ session.editor?.role }}</p>
      <IndexLine v-for="[name, title] in VIEWS" :key="name" :to="{ name }" :on="route.name === name">{{
        title
      }}</IndexLine>
      <slot name="index" />
    </template>
    <slot />
    <template v-if="$slots['margin']" #margin><slot name="margin" /></template>
  </StageFrame>
</template>
