<script setup lang="ts">
import { computed, ref, shallowRef, watch, watchEffect } from 'vue';
import { argumentsOf } from '@crib/core/catalogue';
import { platformName } from '@crib/core/keys';
import { changingIn, changingSaid } from '@crib/core/sheet';
import type { Held, Weighed } from '@crib/core/keyset';
import { languageName } from '../../words/languages.ts';
import KeyChip from '../../parts/KeyChip.vue';
import RemarkList from '../../parts/RemarkList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CommandWays from './CommandWays.vue';
import { factsOf } from '../../words/facts.ts';
import DetailForm from './DetailForm.vue';
import CorrectCommand from './CorrectCommand.vue';
import ShippedKeys from './ShippedKeys.vue';
import WhyPanel from './WhyPanel.vue';
import PageHead from '../../parts/PageHead.vue';

/** A command: its shortcuts through all releases and platforms, the ways to it, and what can be corrected. */
const workspace = useWorkspace();
const { route, router, platform, style, keysetInHand, luggage } = usePlace();
const name = computed(() => String(route.params['command']));
const command = computed(() => workspace.byName.get(name.value) ?? null);
const editing = ref(false);

interface Line {
  readonly title: string;
  readonly label: string;
  readonly keys: Record<string, readonly Held[]>;
  readonly there: boolean;
  readonly fixed: boolean;
}
const lines = shallowRef<Line[]>([]);
function lineOf(title: string, weighed: Weighed, of: { id: number; label: string; fixed: boolean } | undefined): Line {
  const keys = Object.fromEntries(weighed.keyboards.platforms.map((one) => [one, of ? weighed.on(one).of(of.id) : []]));
  return { title, label: of?.label ?? '', keys, there: of !== undefined, fixed: of?.fixed ?? false };
}
watchEffect(async () => {
  const releases = workspace.app?.releases ?? [];
  const wanted = name.value;
  const found = await Promise.all(
    releases.map(async (release) => {
      const opened = await workspace.openedRelease(release.id).catch(() => null);
      if (!opened) return [];
      const { catalogue } = opened;
      const mine = catalogue.commands.find((one) => one.name === wanted);
      const shown = catalogue.keysets.filter((one) => one.kind === 'custom' || one.isDefault || mine);
      return shown.map((keyset) =>
        lineOf(
          keyset.kind === 'shipped' && keyset.isDefault ? release.label : `${release.label}, ${keyset.name}`,
          opened.weighed(keyset.id, workspace.keyboardsFor(release.platforms)),
          mine,
        ),
      );
    }),
  );
  if (wanted === name.value) lines.value = found.flat();
});
const platforms = computed(() => workspace.app?.platforms ?? []);
const groups = computed(() =>
  (workspace.catalogue?.groups ?? []).filter((group) => command.value && group.members.includes(command.value.id)),
);
const distinct = (held: readonly Held[]) => [...new Map(held.map((one) => [one.shortcut, one])).values()];
const goals = computed(() => groups.value.filter((group) => group.kind === 'ways'));
const belongs = computed(() => groups.value.filter((group) => group.kind !== 'ways'));
const facts = computed(() => factsOf(command.value!, (name) => workspace.byName.get(name)?.label));
const plainWords = computed(() => {
  const { wordings, description } = command.value!;
  return !description && facts.value.length + wordings.length === 0;
});
const detailing = ref(false);
watch(name, () => (detailing.value = false));
/** How keys are changed in the program, with the present key of the command that opens the list. */
const changing = computed(() => {
  const found = changingIn(workspace.opened!, keysetInHand.value!, workspace.keyboards);
  return found && !command.value!.fixed ? changingSaid(found, platform.value, 'en') : '';
});
/** The values it takes, each with its keys in the keyset in hand. */
const values = computed(() => {
  const held = workspace.weighedOf(keysetInHand.value!).on(platform.value);
  return argumentsOf(command.value!, workspace.catalogue!.commands).map((one) => ({
    one,
    keys: distinct(held.of(one.id)),
  }));
});
const flags = computed(() => {
  const one = command.value!;
  return [
    one.fixed && 'fixed',
    one.hidden && 'hidden by default',
    one.destructive && 'destructive',
    (one.parameterised || values.value.length > 0) && 'takes a value',
    one.scripted && 'scripted',
    one.onePress !== 'once' && `one press ${one.onePress}`,
  ].filter((flag): flag is string => Boolean(flag));
});
const to = (other: string) => ({ name: 'command', params: { command: other }, query: luggage.value });
const shippedSets = computed(() => (workspace.stored?.keysets ?? []).filter((one) => one.kind === 'shipped'));
</script>

<template>
  <ReleaseGate v-slot="{ catalogue, tree }">
    <StateNote v-if="!command" whole title="Command not found in this release">
      <RouterLink class="btn" :to="{ name: 'catalogue', query: luggage }">Back to all commands</RouterLink>
    </StateNote>
    <StageFrame v-else>
      <template #index>
        <h2>{{ workspace.app?.name }}</h2>
        <p class="mid">{{ catalogue.release.label }}, {{ catalogue.release.sealedAt ? 'sealed' : 'open' }}</p>
        <h3>Back to</h3>
        <RouterLink class="btn plain" :to="{ name: 'catalogue', query: { ...luggage, row: command.name } }"
          >All commands</RouterLink
        >
      </template>
      <PageHead>
        {{ command.label
        }}<template #beside
          ><small>{{ tree.path(command.home) }}</small></template
        ></PageHead
      >
      <div class="tools">
        <span class="figures">{{ command.name }}</span>
        <b v-if="flags.length">{{ flags.join(' · ') }}</b>
        <span class="end">
          <RouterLink class="btn" :to="{ name: 'release-history', query: { ...luggage, command: command.name } }"
            >Compare with earlier releases</RouterLink
          >
          <button type="button" class="btn" :aria-pressed="editing" @click="editing = !editing">
            {{ editing ? 'Done' : catalogue.release.sealedAt ? 'Correct' : 'Edit' }}
          </button>
        </span>
      </div>
      <div class="story">
        <section>
          <h2>Across releases</h2>
          <table>
            <thead>
              <tr>
                <th scope="col">Keyset</th>
                <th v-for="one in platforms" :key="one" scope="col">{{ platformName(one) }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="line in lines" :key="line.title">
                <th scope="row">
                  {{ line.title
                  }}<small v-if="line.there && line.label !== command.label">called {{ line.label }}</small>
                </th>
                <td v-for="one in platforms" :key="one">
                  <span v-if="!line.there" class="mid">not available</span>
                  <span v-else-if="!line.keys[one]?.length" class="mid">none</span>
                  <KeyChip
                    v-for="held in distinct(line.keys[one] ?? [])"
                    :key="held.shortcut"
                    :shortcut="held.shortcut"
                    :platform="one"
                    :how="style"
                    :state="line.fixed ? 'fixed' : held.edit ? 'yours' : 'as shipped'"
                  />
                </td>
              </tr>
            </tbody>
          </table>
        </section>
        <section v-if="values.length">
          <h2>Variants with a value</h2>
          <div v-for="{ one, keys } in values" :key="one.id" class="way">
            <RouterLink :to="to(one.name)">{{ one.argument }}</RouterLink>
            <span>
              <KeyChip
                v-for="held in keys"
                :key="held.shortcut"
                :shortcut="held.shortcut"
                :platform="platform"
                :how="style"
                :state="held.edit ? 'yours' : 'as shipped'"
              />
              <span v-if="!keys.length" class="mid">none</span>
            </span>
          </div>
        </section>
        <section v-if="changing">
          <h2>How users change this shortcut</h2>
          <p>{{ changing }}</p>
        </section>
        <CommandWays :command="command" :goals="goals" />
        <section>
          <h2>Comments</h2>
          <RemarkList :command="command.id" />
        </section>
        <section>
          <h2>About this command</h2>
          <div v-for="fact in facts" :key="fact.name" class="way">
            <span class="mid">{{ fact.name }}</span><span>{{ fact.text }}</span>
          </div>
          <button type="button" class="btn plain" :aria-pressed="detailing" @click="detailing = !detailing">
            {{ detailing ? 'Done' : 'Edit details' }}
          </button>
          <p v-if="plainWords" class="mid">No details yet.</p>
          <div v-for="word in command.wordings" :key="`${word.platform} ${word.language}`" class="way">
            <span class="mid">{{
              [word.platform && platformName(word.platform), word.language && languageName(word.language)]
                .filter(Boolean)
                .join(', ')
            }}</span>
            <span>{{ [word.label, word.menu].filter(Boolean).join(', ') }}</span>
          </div>
          <p v-if="command.description">{{ command.description }}</p>
        </section>
        <section v-if="belongs.length">
          <h2>Groups</h2>
          <div v-for="group in belongs" :key="group.id" class="way">
            <span class="mid">{{ group.kind }}</span>
            <span
              >{{ group.name }}:
              <template v-for="(id, at) in group.members" :key="id"
                >{{ at ? ', ' : ''
                }}<RouterLink v-if="id !== command.id" :to="to(workspace.commands.get(id)?.name ?? '')">{{
                  workspace.commands.get(id)?.label ?? 'not in this release'
                }}</RouterLink
                ><template v-else>{{ command.label }}</template></template
              ></span
            >
          </div>
        </section>
      </div>
      <template #margin>
        <DetailForm v-if="detailing" :command="command" />
        <CorrectCommand
          v-else-if="editing"
          :command="command"
          @done="(other) => other !== name && router.push(to(other))"
        />
        <template v-else>
          <h2>Built-in shortcuts</h2>
          <template v-for="keyset in shippedSets" :key="keyset.id">
            <ShippedKeys
              v-if="keyset.kind === 'shipped'"
              :command="command"
              :keyset="keyset"
              :platform="platform"
              :how="style"
            />
          </template>
          <WhyPanel :command="command" :keyset="workspace.custom.at(-1) ?? workspace.shipped!" />
        </template>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.story {
  display: grid;
  align-content: start;
  gap: 24px;
  overflow-y: auto;
}
section h2 {
  margin-bottom: 6px;
}
td .keys + .keys {
  margin-left: 6px;
}
th small {
  display: block;
  color: var(--mid);
  font-weight: 400;
}
.way {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 8px;
  padding: 5px 8px;
  border-bottom: 1px solid var(--hair);
}
</style>
