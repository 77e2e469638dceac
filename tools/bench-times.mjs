/** Times of the benchmarks, ms: how they are taken, and how they are told. */
export const median = (list) => [...list].sort((a, b) => a - b)[list.length >> 1];
export const high = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length * 0.95)];

/** A row of the table: median and 95 %. */
export const timesRow = (what, times, limit, digits = 1) => [
  what,
  `${median(times).toFixed(digits)} ms`,
  `${high(times).toFixed(digits)} ms`,
  limit,
];

export function timed(times, work) {
  const list = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    work(i);
    list.push(performance.now() - began);
  }
  return list;
}

export async function timedAsync(times, work) {
  const list = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    await work(i);
    list.push(performance.now() - began);
  }
  return list;
}
