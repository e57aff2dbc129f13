/** How long others wait while something goes on: each request in turn; the 99th of 100 and how many there were. */
export async function meanwhile(
  address: string,
  going: Promise<unknown>,
): Promise<{ p99: number; count: number; took: number }> {
  let done = false;
  const began = performance.now();
  let took = 0;
  void going.finally(() => ((done = true), (took = performance.now() - began)));
  const waits: number[] = [];
  while (!done) {
    const begun = performance.now();
    await (await fetch(`${address}/public/demo`)).arrayBuffer();
    waits.push(performance.now() - begun);
    await new Promise((go) => setTimeout(go, 2));
  }
  waits.sort((a, b) => a - b);
  return { p99: waits[Math.floor(waits.length * 0.99)] ?? 0, count: waits.length, took };
}
