<script setup lang="ts">
import type { AppOverview } from '@crib/core/contract';
import { platformName } from '@crib/core/keys';
import { dayOf } from '../../words/moments.ts';

/** The apps with their releases. */
defineProps<{ apps: readonly AppOverview[] }>();
defineEmits<{ addRelease: [slug: string]; correct: [slug: string]; deleted: [] }>();
</script>

<template>
  <div class="apps">
    <section v-for="app in apps" :key="app.id">
      <h3>
        {{ app.name }}
        <small
          >{{ app.role === 'taught' ? 'we teach it' : 'learners migrate from it' }} ·
          {{ app.platforms.map(platformName).join(', ') }}</small
        >
      </h3>
      <table>
        <caption class="sr-only">
          Releases of
          {{
            app.name
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">Release</th>
            <th scope="col">Released</th>
            <th scope="col">Commands</th>
            <th scope="col">Built-in shortcuts</th>
            <th scope="col">Custom keysets</th>
            <th scope="col">State</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="release in app.releases" :key="release.id">
            <th scope="row">
              <RouterLink :to="{ name: 'catalogue', params: { app: app.slug, release: release.label } }">{{
                release.label
              }}</RouterLink>
            </th>
            <td class="figures">{{ release.releasedOn ? dayOf(release.releasedOn) : 'no date' }}</td>
            <td class="figures">{{ release.commands }}</td>
            <td class="figures">{{ release.bindings }}</td>
            <td class="figures">
              {{ app.keysets.filter((set) => set.kind === 'custom' && set.releaseId === release.id).length }}
            </td>
            <td>{{ release.sealedAt ? 'sealed' : 'open' }}</td>
          </tr>
          <tr v-if="app.releases.length === 0">
            <td colspan="6" class="mid">No releases yet</td>
          </tr>
        </tbody>
      </table>
      <div class="ways">
        <button
          type="button"
          class="btn plain"
          :aria-label="`Add a release to ${app.name}`"
          @click="$emit('addRelease', app.slug)"
        >
          Add a release
        </button>
        <button
          type="button"
          class="btn plain"
          :aria-label="`Edit program of ${app.name}`"
          @click="$emit('correct', app.slug)"
        >
          Edit program
        </button>
      </div>
    </section>
  </div>
</template>

<style scoped>
.apps {
  display: grid;
  gap: 20px;
  margin-top: 10px;
}
h3 {
  margin: 0;
  font: 650 16px var(--head);
}
h3 small {
  margin-left: 8px;
  color: var(--mid);
  font: 400 13px var(--text);
}
.ways {
  display: flex;
  gap: 18px;
  margin-top: 8px;
}
</style>
