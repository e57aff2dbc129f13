<script setup lang="ts">
import { computed } from 'vue';
import type { UserState } from '@crib/core/keyset';
import { useStudy } from './useStudy.ts';

/** Where one is in the program, and in which state it is, where it has any. */
const context = defineModel<number>('context', { required: true });
const state = defineModel<UserState>('state', { required: true });
const { opened, t } = useStudy();
const policy = computed(() => opened.value!.catalogue.app.keyPolicy);
</script>

<template>
  <label
    >{{ t('find.where') }}
    <select v-model="context">
      <option v-for="one in opened!.tree.inOrder" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select></label
  >
  <label v-if="policy.rootOnly || policy.diverted"
    >{{ t('bench.while') }}
    <select v-model="state">
      <option value="none">{{ t('bench.calm') }}</option>
      <option v-if="policy.rootOnly" value="root only">{{ policy.rootOnly }}</option>
      <option v-if="policy.diverted" value="diverted">{{ policy.diverted }}</option>
    </select></label
  >
</template>
