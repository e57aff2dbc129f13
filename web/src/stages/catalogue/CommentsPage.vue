<script setup lang="ts">
import RemarkList from '../../parts/RemarkList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import CatalogueIndex from './CatalogueIndex.vue';

/** What colleagues have said about rows of the catalogue, and is not ended. */
</script>

<template>
  <ReleaseGate>
    <StageFrame wide>
      <template #index>
        <CatalogueIndex />
      </template>
      <h1>Comments</h1>
      <RemarkList />
    </StageFrame>
  </ReleaseGate>
</template>
