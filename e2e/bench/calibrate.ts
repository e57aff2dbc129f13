import { createHash } from 'node:crypto';
import { chromium } from '@playwright/test';
import { launchOptions } from '../browser.ts';
import { median } from './table.ts';

/**
 * How fast this machine is beside the one that the aims were set on: the same five pieces of work, none of them Crib's,
 * measured in the same run. An aim counts that many times as long here.
 */
export interface Calibration {
  readonly factor: number;
  readonly parts: readonly { readonly name: string; readonly took: number; readonly there: number }[];
}

/** Milliseconds on the machine of docs/benchmarks.md, while nothing else ran there. */
const THERE = { parsing: 15, sorting: 12, hashing: 84, answering: 6.1, painting: 73 };

const rows = Array.from({ length: 20_000 }, (_, n) => ({
  id: n,
  name: `row ${(n * 7919) % 20_000}`,
  keys: ['Ctrl', 'K'],
}));
const text = JSON.stringify(rows);
const bytes = Buffer.alloc(32 * 1024 * 1024, 7);

async function painting(): Promise<number> {
  const browser = await chromium.launch(launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.setContent(
    `<table>${'<tr>' + '<td>a cell</td>'.repeat(12) + '</tr>'}</table>`.replace(/(<tr>.*<\/tr>)/, (row) =>
      row.repeat(300),
    ),
  );
  const took = await page.evaluate(async () => {
    const cells = [...document.querySelectorAll('td')];
    const times: number[] = [];
    for (let n = 0; n < 15; n++) {
      const begun = performance.now();
      for (const cell of cells) cell.textContent = `cell ${n}`;
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      times.push(performance.now() - begun);
    }
    return times.sort((a, b) => a - b)[7]!;
  });
  await browser.close();
  return took;
}

/** Measures this machine; `answer` asks the server for something small from its database. */
export async function calibrate(answer: () => Promise<unknown>): Promise<Calibration> {
  const took = {
    parsing: await median(() => JSON.parse(text)),
    sorting: await median(() => rows.toSorted((a, b) => (a.name < b.name ? -1 : 1))),
    hashing: await median(() => createHash('sha256').update(bytes).digest('hex')),
    answering: await median(answer, 40),
    painting: await painting(),
  };
  const parts = (Object.keys(THERE) as (keyof typeof THERE)[]).map((name) => ({
    name,
    took: took[name],
    there: THERE[name],
  }));
  const factor = Math.exp(parts.reduce((sum, one) => sum + Math.log(one.took / one.there), 0) / parts.length);
  return { factor, parts };
}
