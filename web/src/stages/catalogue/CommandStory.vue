<script setup lang="ts">
import { dayOf } from '../../words/moments.ts';
import { show, type Shown } from '../../words/chips.ts';
import { computed } from 'vue';
import { platformName } from '@crib/core/keys';
import type { Binding, Command } from '@crib/core/contract';
import { factsOf } from '../../words/facts.ts';
import KeyChip from '../../parts/KeyChip.vue';
import { useWorkspace } from '../../stores/workspace.ts';

/** What the margin tells of a command: where it is, what it has on each platform, and who says so. */
const props = defineProps<{ command: Command; how: Shown }>();
const workspace = useWorkspace();

const flags = computed(() =>
  [
    props.command.fixed && 'fixed',
    props.command.hidden && 'hidden by default',
    props.command.destructive && 'destructive',
    props.command.parameterised && 'takes a value',
    props.command.scripted && 'scripted',
    props.command.onePress !== 'once' && props.command.onePress,
  ].filter(Boolean),
);
const facts = computed(() => factsOf(props.command, (name) => workspace.byName.get(name)?.label));
const platforms = computed(() => workspace.catalogue?.release.platforms ?? []);
const keysets = computed(() => workspace.catalogue?.keysets ?? []);
const chips = (keyset: number, platform: string) => {
  const held = workspace.effectiveOf(keyset, platform).of(props.command.id);
  return [...new Map(held.map((one) => [one.shortcut, one])).values()];
};
/** One line for all platforms where what is shown is the same on each, else one for each. */
const linesOf = (keyset: number) => {
  const lines = platforms.value.map((platform) => ({
    platform,
    name: platformName(platform),
    held: chips(keyset, platform),
  }));
  const texts = new Set(
    lines.map(({ platform, held }) => held.map((one) => show(one.shortcut, platform, props.how)).join(' or ')),
  );
  return texts.size === 1 && lines.length > 1 ? [{ ...lines[0]!, name: 'all platforms' }] : lines;
};
const edits = computed(() =>
  workspace.custom.flatMap((keyset) =>
    keyset.edits.filter((edit) => edit.command === props.command.id).map((edit) => ({ keyset, edit })),
  ),
);
const sources = computed(() => {
  const shipped = workspace.shipped;
  const mine =
    shipped?.kind === 'shipped' ? shipped.bindings.filter((binding) => binding.command === props.command.id) : [];
  return [...new Set(mine.map((binding: Binding) => sourceOf(binding)))];
});
function sourceOf({ provenance }: Binding): string {
  const kinds = {
    tried: 'verified in the program',
    document: 'vendor documentation',
    list: 'imported list',
    guess: 'assumption',
  };
  return [kinds[provenance.kind], provenance.source, provenance.who, provenance.on && dayOf(provenance.on)]
    .filter(Boolean)
    .join(', ');
}
</script>

<template>
  <h2>{{ command.label }}</h2>
  <p class="under">
    {{
      [command.menu.split(' › ').slice(0, -1).join(' › ') || command.category, workspace.tree?.path(command.home)]
        .filter(Boolean)
        .join(' · ')
    }}
  </p>
  <p v-if="flags.length">
    <b>{{ flags.join(' · ') }}</b>
  </p>
  <p v-for="fact in facts" :key="fact.name">
    <span class="mid">{{ fact.name }}</span> {{ fact.text }}
  </p>
  <p v-if="command.description">{{ command.description }}</p>

  <template v-for="keyset in keysets" :key="keyset.id">
    <h3>
      {{ keyset.kind === 'shipped' ? `${workspace.catalogue?.release.label} built in` : keyset.name }}
    </h3>
    <div v-for="{ platform, name, held } in linesOf(keyset.id)" :key="platform" class="pair">
      <span>{{ name }}</span>
      <span v-if="held.length" class="chips">
        <KeyChip
          v-for="one in held"
          :key="one.shortcut"
          :shortcut="one.shortcut"
          :platform="platform"
          :how="how"
          :state="command.fixed ? 'fixed' : one.edit ? 'yours' : 'as shipped'"
        />
      </span>
      <span v-else class="mid">none</span>
    </div>
  </template>

  <template v-if="edits.length">
    <h3>Why it was changed</h3>
    <p v-for="{ keyset, edit } in edits" :key="`${keyset.id} ${edit.context} ${edit.platform}`" class="reason">
      {{ edit.reason || 'No reason given.' }} <span class="mid">{{ keyset.name }}</span>
    </p>
  </template>
  <template v-if="sources.length">
    <h3>Source</h3>
    <p v-for="source in sources" :key="source">{{ source }}</p>
  </template>
  <p class="figures id">{{ command.name }}</p>
  <slot />
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 4px;
}
.reason + .reason {
  margin-top: 6px;
}
.id {
  margin-top: 16px;
  color: var(--mid);
  font-size: 12px;
}
</style>
