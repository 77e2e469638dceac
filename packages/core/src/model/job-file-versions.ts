import { START_BRIEF } from './brief.ts';
import { START_INTAKE } from './intake.ts';
import { outputsOfVersion7 } from './outputs-of-version-7.ts';
import { START_REFERENCE } from './reference.ts';
import { START_WIRING } from './wiring.ts';

type Content = Record<string, unknown>;

const isContent = (value: unknown): value is Content =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const list = (value: unknown, change: (item: Content, n: number) => object): unknown =>
  Array.isArray(value) ? value.map((item: unknown, n) => (isContent(item) ? change(item, n) : item)) : value;

/** Version 1 knew no connectors, readings, sheets, intake and simulated cars. */
const fromVersion1 = (content: Content): Content => ({
  ...content,
  units: list(content['units'], (unit) => ({ ...unit, connectors: [] })),
  intake: { ...START_INTAKE, version: 1 },
  readings: [],
  sheets: [],
  simulation: null,
});

/** Every capture of a file with something put in that its version lacked. */
const withCaptures = (units: unknown, lacking: object): unknown =>
  list(units, (unit) => ({
    ...unit,
    pairs: list(unit['pairs'], (p) => ({
      ...p,
      captures: list(p['captures'], (c) => ({ ...lacking, ...c })),
    })),
  }));

/**
 * Version 2 knew no recordings; every capture came from a file of columns. At first it kept one signed walk-in check
 * or none, later a list of them, under the same number.
 */
function fromVersion2(content: Content): Content {
  const lacking = { recordingId: null, noiseTiltDb: 0 };
  return {
    ...content,
    intake: withWalkIns(content['intake']),
    units: withCaptures(content['units'], lacking),
    readings: list(content['readings'], (reading) =>
      isContent(reading['conditions'])
        ? { ...reading, conditions: { ...LATER_CONDITIONS, ...reading['conditions'] } }
        : reading,
    ),
    recordings: [],
  };
}

/** What the second version learned of a reading's conditions while it was the newest. */
const LATER_CONDITIONS = { moment: 'steady', zeroed: [] };

function withWalkIns(intake: unknown): unknown {
  if (!isContent(intake) || !('walkIn' in intake)) return intake;
  const { walkIn, ...rest } = intake;
  return { walkIns: walkIn === null ? [] : [walkIn], ...rest };
}

/** Version 3 knew no checks and used no recordings of silence. */
const fromVersion3 = (content: Content): Content => ({
  ...content,
  units: withCaptures(content['units'], { silenceDb: null }),
  checks: [],
});

/** Version 4 knew no wish, no decisions, and only three ways in. */
const fromVersion4 = (content: Content): Content => ({
  ...content,
  brief: { ...START_BRIEF, version: 1 },
  decisions: [],
  plans: list(content['plans'], (plan) =>
    isContent(plan['proposal']) && plan['proposal']['strategy'] === 'single'
      ? { ...plan, proposal: { ...plan['proposal'], strategy: 'convert' } }
      : plan,
  ),
});

/**
 * Version 5 kept photos at their plugs, and a plan could name what had been erased by the id that it had had, or by a
 * key that nothing has: both become keys that stand for nothing.
 */
function fromVersion5(content: Content): Content {
  const photos: object[] = [];
  const units = list(content['units'], (unit) => ({
    ...unit,
    connectors: list(unit['connectors'], ({ photos: own, ...connector }) => {
      list(own, (photo) => {
        const on = { kind: 'connector', connectorId: connector['key'] };
        photos.push({ ...photo, key: `f${photos.length + 1}`, on });
        return photo;
      });
      return connector;
    }),
  }));
  return { ...content, units, photos, plans: list(content['plans'], withoutErased) };
}

const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/;

function withoutErased(plan: Content): Content {
  const keys = new Map<string, string>();
  const named = (value: unknown): unknown => {
    if (typeof value === 'string' && UUID.test(value)) {
      if (!keys.has(value)) keys.set(value, `gone${keys.size + 1}`);
      return keys.get(value);
    }
    if (Array.isArray(value)) return value.map(named);
    if (!isContent(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, named(part)]));
  };
  return named(plan) as Content;
}

/** Version 6 knew no reference conditions and no pins: the newest capture of an output counted. */
const fromVersion6 = (content: Content): Content => ({
  ...content,
  units: withCaptures(content['units'], { pin: null }),
  intake: isContent(content['intake'])
    ? { reference: START_REFERENCE, ...content['intake'] }
    : content['intake'],
});

/** Version 7 kept one pin of a capture or none, and wrote where an output sits as text. */
const fromVersion7 = (content: Content): Content =>
  outputsOfVersion7({
    ...content,
    units: list(content['units'], (unit) => ({
      ...unit,
      pairs: list(unit['pairs'], (pair) => ({
        ...pair,
        captures: list(pair['captures'], ({ pin, ...capture }) => ({
          pins: isContent(pin) ? [{ because: pin['because'], takenAt: pin['at'], withdrawnAt: null }] : [],
          ...capture,
        })),
      })),
    })),
  });

/** Version 8 knew no revisions and no drafts: every kept plan was one of its own, with what it had been worked out from. */
const fromVersion8 = (content: Content): Content => ({
  ...content,
  plans: list(content['plans'], ({ basis: _, ...plan }, n) => ({
    series: n + 1,
    revision: 1,
    agreedAt: null,
    ...plan,
  })),
  drafts: [],
});

/**
 * Version 9 knew no chapters: everything had been measured before the work. It named a chosen model by its name alone,
 * and gave reasons in words alone.
 */
const fromVersion9 = (content: Content): Content => {
  const before = (records: unknown) => list(records, (item) => ({ chapter: 'before', ...item }));
  return {
    ...content,
    job: isContent(content['job']) ? { chapter: 'before', ...content['job'] } : content['job'],
    units: withCaptures(content['units'], { chapter: 'before' }),
    readings: before(content['readings']),
    recordings: before(content['recordings']),
    checks: before(content['checks']),
    plans: list(content['plans'], (plan) =>
      isContent(plan['proposal']) ? { ...plan, proposal: withReasons(withModels(plan['proposal'])) } : plan,
    ),
    drafts: list(content['drafts'], withModels),
  };
};

const withReasons = (proposal: Content): Content =>
  Array.isArray(proposal['reasons'])
    ? {
        ...proposal,
        reasons: proposal['reasons'].map((reason: unknown) =>
          typeof reason === 'string'
            ? { rule: 'kept-before', text: reason, subjects: [], figures: [] }
            : reason,
        ),
      }
    : proposal;

function withModels(way: Content): Content {
  const changes = way['changes'];
  if (!isContent(changes) || !Array.isArray(changes['boxes'])) return way;
  const boxes = changes['boxes'].map((box: unknown) =>
    typeof box === 'string' ? { deviceId: null, device: box } : box,
  );
  return { ...way, changes: { ...changes, boxes } };
}

/** Version 10 put boxes into signals alone. */
const fromVersion10 = (content: Content): Content => content;

/** Version 11 knew no instruments, and nothing of figures that nobody had looked at. */
const fromVersion11 = (content: Content): Content => content;

/** Version 12 knew nothing of how conductors are joined and how long they are. */
const fromVersion12 = (content: Content): Content => ({
  ...content,
  wiring: { ...START_WIRING, version: 1 },
});

const STEPS = [
  fromVersion1,
  fromVersion2,
  fromVersion3,
  fromVersion4,
  fromVersion5,
  fromVersion6,
  fromVersion7,
  fromVersion8,
  fromVersion9,
  fromVersion10,
  fromVersion11,
  fromVersion12,
];

/** A file's content as the newest version has it: what an older version lacks is put in, step by step. */
export function broughtToNow(content: object, version: number): object {
  const steps = STEPS.slice(version - 1);
  if (steps.length === 0) return content;
  return {
    ...steps.reduce<Content>((now, next) => next(now), content as Content),
    version: STEPS.length + 1,
  };
}
