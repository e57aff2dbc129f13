<script setup lang="ts">
import { ref } from 'vue';
import { tableCsv, tableHtml, tableMarkdown, tableText, type PlainTable } from '@crib/core/sheet';
import { counted } from '@crib/core/words';
import { download } from '../api/download.ts';
import OpeningBox from './OpeningBox.vue';

/** A table into the clipboard or a file: for a mail, a document, a spreadsheet. */
const props = defineProps<{ name: string; table: () => PlainTable }>();
const open = ref(false);
const said = ref('');

async function copy() {
  const table = props.table();
  const item = new ClipboardItem({
    'text/html': new Blob([tableHtml(table)], { type: 'text/html' }),
    'text/plain': new Blob([tableText(table)], { type: 'text/plain' }),
  });
  try {
    await navigator.clipboard.write([item]);
    done(`${counted(table.rows.length, 'row')} copied.`);
  } catch {
    done('Your browser blocked copying. Save a file instead.');
  }
}
function save(ending: string, type: string, content: string | Blob) {
  const file = `${props.name}.${ending}`;
  download(file, type, content);
  done(`${file} saved.`);
}
async function saveXlsx() {
  const { default: writeXlsx } = await import('write-excel-file/browser');
  const { header, rows } = props.table();
  const cells = [
    header.map((value) => ({ value, fontWeight: 'bold' as const })),
    ...rows.map((row) => row.map((value) => ({ value, type: String }))),
  ];
  const blob = await writeXlsx(cells as never).toBlob();
  save('xlsx', '', blob);
}
function done(sentence: string) {
  said.value = sentence;
  open.value = false;
}
</script>

<template>
  <OpeningBox v-model="open">
    <template #name>Export</template>
    <button type="button" class="btn plain" @click="copy">Copy table</button>
    <button type="button" class="btn plain" @click="save('csv', 'text/csv', tableCsv(table()))">Save as CSV</button>
    <button type="button" class="btn plain" @click="saveXlsx">Save as XLSX</button>
    <button type="button" class="btn plain" @click="save('md', 'text/markdown', tableMarkdown(table()))">
      Save as Markdown
    </button>
  </OpeningBox>
  <span class="sr-only" role="status">{{ said }}</span>
</template>
