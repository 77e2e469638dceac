/**
 * How much of everything there may be: one list for the API, for job files, for the page and for docs/limits.md. What
 * was removed counts too, since it stays in the record and travels in the file.
 */
export const LIMITS = {
  unitsOfJob: { most: 50, what: 'units on one job' },
  connectorsOfUnit: { most: 24, what: 'plugs on one unit' },
  cavitiesOfConnector: { most: 120, what: 'cavities on one plug' },
  outputsOfUnit: { most: 200, what: 'outputs on one unit' },
  speakersOfJob: { most: 10_000, what: 'factory speakers on one job' },
  capturesOfOutput: { most: 500, what: 'captures of one output' },
  pinsOfCapture: { most: 50, what: 'pins of one capture' },
  recordingsOfJob: { most: 1000, what: 'recordings on one job' },
  readingsOfJob: { most: 20_000, what: 'readings on one job' },
  sheetsOfJob: { most: 40, what: 'sheets on one job' },
  claimsOfSheet: { most: 1000, what: 'rows of one sheet' },
  checksOfJob: { most: 2000, what: 'checks on one job' },
  targetsOfJob: { most: 100, what: 'new channels on one job' },
  decisionsOfJob: { most: 500, what: 'decisions on one job' },
  plansOfJob: { most: 100, what: 'kept plans on one job' },
  draftsOfJob: { most: 40, what: 'drafts of plans on one job' },
  stepsOfDraft: { most: 50, what: 'changes of one draft that can be taken back' },
  photosOfJob: { most: 100, what: 'photos on one job' },
  photosOfConnector: { most: 4, what: 'photos of one plug' },
  photoBytes: { most: 2 * 2 ** 20, what: 'bytes of one photo' },
  photoBytesOfJob: { most: 128 * 2 ** 20, what: 'bytes of all photos of one job' },
  columnBytes: { most: 32 * 2 ** 20, what: 'bytes of one file of columns' },
  columnRows: { most: 300_000, what: 'rows of one file of columns' },
  pointsOfJob: { most: 6_000_000, what: 'measured points of all captures of one job' },
  recordingBytes: { most: 200 * 2 ** 20, what: 'bytes of one recording' },
  recordingSeconds: { most: 600, what: 'seconds of one recording' },
  jobFileBytes: { most: 320 * 2 ** 20, what: 'bytes of one job file' },
  jobFileJsonBytes: { most: 64 * 2 ** 20, what: 'bytes of the JSON in one job file' },
  instrumentsOfShop: { most: 200, what: 'instruments of the shop, removed ones not counted' },
  devicesOfLibrary: { most: 1000, what: 'devices in the library, removed ones not counted' },
  deviceTableBytes: { most: 2 * 2 ** 20, what: 'bytes of one table of devices' },
  jsonBytes: { most: 256 * 2 ** 10, what: 'bytes of JSON in one request' },
  planBytes: {
    most: 2 ** 20,
    what: 'bytes of one kept plan, one sheet, or readings and devices sent at once',
  },
  jsonDepth: { most: 40, what: 'levels of nested JSON' },
} as const;
export type LimitName = keyof typeof LIMITS;

/** The sentence that refuses what goes beyond a limit: `at most 50 units on one job`. */
export function limitWords(name: LimitName): string {
  const { most, what } = LIMITS[name];
  if (name === 'recordingSeconds') return `at most ${most / 60} minutes in one recording`;
  const bytes = / ?bytes of /.test(what) || what.startsWith('bytes');
  if (!bytes) return `at most ${most.toLocaleString('en')} ${what}`;
  const size = most >= 2 ** 20 ? `${most / 2 ** 20} MiB` : `${most / 2 ** 10} KiB`;
  return `at most ${size} in ${what.replace(/^bytes (?:of|in) /, '')}`;
}

/** docs/limits.md: the same list as a table. */
export function limitsTable(): string {
  const rows = Object.values(LIMITS).map(({ most, what }) => `| ${what} | ${most.toLocaleString('en')} |`);
  return `# Limits\n\nThe list in \`packages/core/src/model/limits.ts\`, which the API, job files and the page use; a test holds this page to it.\nWhat goes beyond is refused in words and nothing of it is kept. What was removed counts too, unless it says otherwise: it stays in\nthe record and travels in the job's file.\n\n| What | At most |\n| --- | ---: |\n${rows.join('\n')}\n`;
}
