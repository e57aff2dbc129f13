<script setup lang="ts">
import { ref } from 'vue';
import { LIST_FORMATS } from '@crib/core/contract';

const ENDINGS = Object.values(LIST_FORMATS)
  .flatMap((one) => one.endings)
  .join();

/** Where a list comes from: a file chosen or dropped, or what is pasted. */
const emit = defineEmits<{ file: [file: File]; text: [text: string, name: string] }>();
const pasted = ref('');
const over = ref(false);

/** A table copied from a web page or a spreadsheet keeps its cells: its HTML is taken in place of its text. */
function onPaste(event: ClipboardEvent) {
  const html = event.clipboardData?.getData('text/html') ?? '';
  if (!/<table|<dl/i.test(html)) return;
  event.preventDefault();
  emit('text', html, 'pasted table');
}
const chosen = (event: Event) => {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (file) emit('file', file);
};
function dropped(event: DragEvent) {
  over.value = false;
  const file = event.dataTransfer?.files[0];
  if (file) emit('file', file);
}
</script>

<template>
  <section
    class="drop"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="dropped"
  >
    <h2>Choose a file</h2>
    <p>CSV, XLSX, ODS, a saved web page, Markdown or Crib JSON, up to 10 MB. Drop the file here or choose it.</p>
    <label class="btn primary"
      >Choose a file<input class="sr-only" type="file" :accept="ENDINGS" @change="chosen"
    /></label>
  </section>
  <section>
    <h2><label for="pasted">Or paste a list</label></h2>
    <p>
      A table from a page or document, text copied from a PDF, or your own notes: one command and its shortcut per line.
    </p>
    <ElInput
      id="pasted"
      v-model="pasted"
      type="textarea"
      :rows="10"
      placeholder="Place sounding ..... D"
      @paste="onPaste"
    />
    <div class="actions">
      <button type="button" class="btn" :disabled="!pasted.trim()" @click="emit('text', pasted, 'pasted')">
        Preview
      </button>
    </div>
  </section>
</template>

<style scoped>
p {
  margin: 4px 0 10px;
}
.drop {
  padding: 20px;
  border: 1.5px dashed var(--mid);
}
.drop.over {
  border-color: var(--tide);
  background: var(--tide-wash);
}
.drop label:focus-within {
  outline: 2px solid var(--tide);
  outline-offset: 2px;
}
</style>
