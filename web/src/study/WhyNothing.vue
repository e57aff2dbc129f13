<script setup lang="ts">
import { computed } from 'vue';
import type { Command } from '@crib/core/contract';
import { US, showStored } from '@crib/core/keys';
import { whyNothing, type UserState } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import { useStudy } from './useStudy.ts';

/** Why a shortcut does nothing for a learner: the likeliest cause, and all that was looked at. */
const props = defineProps<{
  readonly command: Command;
  readonly shortcut: string;
  readonly context: number;
  readonly state: UserState;
}>();
const { opened, language, style, t, show, label, sceneIn } = useStudy();
const why = computed(() => {
  const { catalogue } = opened.value!;
  const spelling = {
    language: language.value,
    showKeys: (one: string, on: string) => showStored(one, on, style.value, US, language.value),
  };
  return whyNothing({
    scene: sceneIn(props.context, props.state)!,
    policy: catalogue.app.keyPolicy,
    systemKeys: catalogue.systemKeys,
    shortcut: props.shortcut,
    command: props.command,
    label,
    named: (name) => catalogue.commands.find((one) => one.name === name)?.label,
  }).map((one) => ({ ...one, text: say(one.said, spelling) }));
});
const answer = computed(
  () => why.value.find((one) => one.verdict === 'cause') ?? why.value.find((one) => one.verdict === 'look'),
);
</script>

<template>
  <section v-if="why.length" class="why" aria-live="polite">
    <h2>{{ t('find.why one', { keys: show(shortcut), label: command.label }) }}</h2>
    <p v-if="answer">
      <b>{{ t('find.answer') }}: {{ answer.text }}</b>
    </p>
    <ol>
      <li v-for="one in why" :key="one.check" :class="one.verdict">{{ one.text }}</li>
    </ol>
  </section>
</template>
