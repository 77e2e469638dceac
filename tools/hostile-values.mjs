// Values, bodies, forms and files with something wrong in them, from a seed.

/** Mulberry32: even numbers from 0 up to 1, the same for the same seed. */
export function randomOf(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export const VALUES = [
  null,
  true,
  '',
  ' ',
  'x'.repeat(5000),
  '\0',
  'half \ud83d',
  '\udc00',
  "'; drop table jobs;--",
  '<script>alert(1)</script>',
  '../../../etc/passwd',
  '%00%ff',
  '2026-13-99T99:99:99Z',
  '0000-01-01T00:00:00Z',
  '+275760-09-13T00:00:00Z',
  'constructor',
  '__proto__',
  'hasOwnProperty',
  'toString',
  'NaN',
  '1e400',
  -1,
  0,
  -0,
  1.5,
  2 ** 31 - 1,
  2 ** 31,
  2 ** 40,
  2 ** 53,
  1e300,
  -1e308,
  5e-324,
  [],
  {},
  [[]],
  [null],
  { constructor: { prototype: {} } },
  Array.from({ length: 2000 }, (_, n) => n),
  '00000000-0000-4000-8000-000000000000',
  '00000000-0000-4000-8000-00000000000g',
  'ffffffff-ffff-ffff-ffff-ffffffffffff',
];

/** Everything that a body may have wrong in one place or two. */
export function spoil(body, random) {
  const copy = structuredClone(body);
  const times = 1 + Math.floor(2 * random());
  for (let n = 0; n < times; n++) spoilOnce(copy, random);
  return copy;
}

function spoilOnce(value, random) {
  const places = [];
  const walk = (node) => {
    if (node === null || typeof node !== 'object' || ArrayBuffer.isView(node)) return;
    for (const key of Object.keys(node)) {
      places.push([node, key]);
      // Long lists are alike throughout.
      if (!Array.isArray(node) || Number(key) < 5) walk(node[key]);
    }
  };
  walk(value);
  if (places.length === 0) return;
  const [node, key] = places[Math.floor(random() * places.length)];
  const how = random();
  if (how < 0.15) Reflect.deleteProperty(node, key);
  else if (how < 0.25) node[`${key}x`] = node[key];
  else if (how < 0.3)
    Object.defineProperty(node, '__proto__', {
      value: {},
      enumerable: true,
      configurable: true,
      writable: true,
    });
  else node[key] = VALUES[Math.floor(random() * VALUES.length)];
}

const BOUNDARY = 'hostile-boundary';
const CRLF = '\r\n';
const part = (name, content, more = '') =>
  `--${BOUNDARY}${CRLF}Content-Disposition: form-data; name="${name}"${more}${CRLF}${CRLF}${content}${CRLF}`;
const filePart = (content) =>
  part('file', content, `; filename="x.txt"${CRLF}Content-Type: application/octet-stream`);

/** A form that is wrong in how it is put together. */
export function brokenForm(fields, file, random) {
  const good = `${part('fields', JSON.stringify(fields))}${filePart(file)}--${BOUNDARY}--${CRLF}`;
  const ways = [
    () => good.slice(0, Math.floor(random() * good.length)),
    () => good.replaceAll(CRLF, '\n'),
    () => good.replaceAll('form-data', 'attachment'),
    () => good.replaceAll('Content-Disposition', 'Content-Dis\0position'),
    () => good.replaceAll(BOUNDARY, 'another'),
    () => `${filePart(file)}${part('fields', JSON.stringify(fields))}--${BOUNDARY}--${CRLF}`,
    () => `${part('fields', '{')}${filePart(file)}--${BOUNDARY}--${CRLF}`,
    () => `${part('fields', '['.repeat(5000))}${filePart(file)}--${BOUNDARY}--${CRLF}`,
    () => `${part('__proto__', 'x')}${good}`,
    () => `${part('constructor', 'x')}${good}`,
    () => `${part('fields', 'x'.repeat(100_000))}${good}`,
    () => Array.from({ length: 200 }, (_, n) => part(`f${n}`, 'x')).join('') + good,
    () => good.slice(0, -(BOUNDARY.length + 6)) + CRLF + good,
    () => `${part('n'.repeat(10_000), 'x')}${good}`,
    () => part('file', file),
    () => '',
    () => `--${BOUNDARY}--${CRLF}`,
    () => `--${BOUNDARY}${CRLF}`,
    () => `--${BOUNDARY}${CRLF}${'X-Header: y' + CRLF}`.repeat(3),
    () => good.replace('filename="x.txt"', `filename="${'../'.repeat(50)}\ud83d\0"`),
    () => good.replace('name="file"', 'name="file'),
    () => good.split('').reverse().join(''),
  ];
  const types = [
    `multipart/form-data; boundary=${BOUNDARY}`,
    `multipart/form-data; boundary=${BOUNDARY}`,
    `multipart/form-data; boundary=${BOUNDARY}`,
    'multipart/form-data',
    'multipart/form-data; boundary=',
    `multipart/mixed; boundary=${BOUNDARY}`,
    'text/plain',
    'application/x-www-form-urlencoded',
    `multipart/form-data; boundary="${'b'.repeat(300)}"`,
  ];
  return { body: pick(ways, random)(), type: pick(types, random) };
}

export const pick = (list, random) => list[Math.floor(random() * list.length)];

export function goodForm(fields, file) {
  const form = new FormData();
  if (fields !== null) form.append('fields', typeof fields === 'string' ? fields : JSON.stringify(fields));
  form.append('file', new Blob([file]), 'x.txt');
  return form;
}

/** Bytes with a few of them changed, some cut out, or the end lost. */
export function damaged(bytes, random) {
  const copy = Uint8Array.from(bytes);
  const how = random();
  if (how < 0.25) return copy.slice(0, Math.floor(random() * copy.length));
  if (how < 0.35) return copy.slice(Math.floor(random() * copy.length));
  const times = 1 + Math.floor(20 * random());
  for (let n = 0; n < times; n++) copy[Math.floor(random() * copy.length)] = Math.floor(256 * random());
  return copy;
}

export function columns(random) {
  const lines = 3 + Math.floor(60 * random());
  const number = () =>
    pick(
      [
        () => (2e4 * random()).toFixed(3),
        () => (-90 * random()).toFixed(2).replace('.', ','),
        () => '9'.repeat(1 + Math.floor(4000 * random())),
        () => '1e308',
        () => '-inf',
        () => 'NaN',
        () => '',
        () => '\ud83d',
        () => 'constructor',
        () => '0x10',
        () => '1.#INF',
      ],
      () => (random() < 0.8 ? random() * 0.18 : random()),
    )();
  const separator = pick(['\t', ';', ',', ' ', '  ', ' ; '], random);
  return Array.from({ length: lines }, () => [number(), number(), number()].join(separator)).join(
    pick(['\n', '\r\n', '\r'], random),
  );
}
