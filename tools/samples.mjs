// Good requests, for the tools that send them to a running server or spoil them first.
/** One request that has to succeed. @throws Error with what it answered */
export async function must(origin, method, path, body) {
  const form = body instanceof FormData;
  const response = await fetch(`${origin}/api/v1${path}`, {
    method,
    body: body === undefined || form ? body : JSON.stringify(body),
    headers: body === undefined || form ? {} : { 'content-type': 'application/json' },
  });
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
  return response.headers.get('content-type')?.includes('json')
    ? response.json()
    : new Uint8Array(await response.arrayBuffer());
}

export { START_CONDITIONS as CONDITIONS } from '@ulpen/core';
export const PLUG = {
  name: 'C1',
  rows: [{ cavities: 8, indent: 0 }],
  view: 'wire',
  corner: 'top-left',
  along: 'rows',
  turning: false,
  latch: 'top',
  keying: 'none',
  shell: 'BK',
  sleeve: 'none',
  confirmed: 'audio',
  empty: [],
  note: '',
};
export const PAIR = {
  side: 'left',
  axle: 'front',
  way: 'woofer',
  suffix: '',
  ends: [],
  placeText: '',
  stage: 'unknown',
  statedPolarity: 'unknown',
};
export const TARGET = {
  name: 'Front set',
  layout: 'stereo',
  axle: 'front',
  lowHz: 80,
  highHz: 18_000,
  speakerLevelInput: false,
};
export const JOB = { car: 'Made-up car', year: 2024, system: '', place: '', wish: '' };
export const CAPTURE = {
  levelKind: 'flat',
  levelUnit: 'dB',
  phaseReference: 'none',
  volumeStep: 18,
  load: 'speaker',
  note: '',
  columns: {},
};
