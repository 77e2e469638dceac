import type { Capture, Pin } from './capture.ts';
import { CHAPTER_WORD, tellsOfFactory } from './chapter.ts';
import type { Intake } from './intake.ts';
import type { Reference } from './reference.ts';
import { ENGINE_WORD, LOAD_WORD, PLAYED_IN_WORD } from './situation.ts';
import type { Side } from './words.ts';

/** What of a capture decides whether it counts. */
export type Situated = Pick<
  Capture,
  'id' | 'load' | 'volumeStep' | 'situation' | 'chapter' | 'withdrawnAt' | 'pins'
>;

interface Measured<C extends Situated> {
  side: Side;
  /** newest first */
  captures: readonly C[];
}

/** What of a job decides which captures count. */
export interface MeasuredJob<C extends Situated = Situated> {
  intake: Pick<Intake, 'reference'>;
  units: readonly { pairs: readonly Measured<C>[] }[];
}

/** The reference with nothing left open. */
export type HeldReference = Reference & { load: NonNullable<Reference['load']> };

/** Which capture of an output counts, and why. */
export interface CaptureChoice<C extends Situated> {
  capture: C | null;
  /** why it counts, or why none does */
  says: string;
  /** why each of the others that are not withdrawn does not, by id */
  others: ReadonlyMap<string, string>;
}

const LOADS = ['speaker', 'resistor'] as const;
/** beyond every step that a radio counts */
const FAR = 1000;
type Engine = Capture['situation']['engine'];
const runs = (engine: Engine): engine is 'idle' | 'raised' => engine === 'idle' || engine === 'raised';

/**
 * The reference conditions of a job with nothing left open. Load and step that nobody set are those of most outputs,
 * an output with several counting once for each. Equal counts go to the speaker, and to the step that was measured
 * first, so that a later test at another step changes nothing. That outputs were measured without a load never makes
 * that the reference by itself.
 */
export function referenceOf(job: MeasuredJob): HeldReference {
  const { reference } = job.intake;
  const outputs = job.units.flatMap((u) => u.pairs.map((p) => p.captures.filter(tellsOfFactory)));
  const loads = outputs.map((captures) => LOADS.filter((l) => captures.some((c) => c.load === l)));
  const held = { ...reference, load: reference.load ?? most(loads, LOADS) ?? 'speaker' };
  if (reference.volumeStep !== null) return held;
  const steps = outputs.map((captures) =>
    captures.flatMap((c) => (c.volumeStep === null || barrier(c, held) ? [] : [c.volumeStep])).reverse(),
  );
  return { ...held, volumeStep: most(steps, steps.flat()) };
}

/** What stands in most of the lists; of those in equally many, the one that `order` has first. */
function most<T>(lists: readonly (readonly T[])[], order: readonly T[]): T | null {
  const votes = new Map<T, number>();
  for (const list of lists) for (const value of new Set(list)) votes.set(value, (votes.get(value) ?? 0) + 1);
  let best: T | null = null;
  for (const value of order)
    if (votes.has(value) && (best === null || votes.get(value)! > votes.get(best)!)) best = value;
  return best;
}

/** What keeps a capture from counting unless somebody pins it; null: nothing does. */
function barrier(c: Situated, held: HeldReference): string | null {
  if (c.load !== 'unknown' && c.load !== held.load) return LOAD_WORD[c.load];
  const { engine } = c.situation;
  return runs(engine) && engine !== held.engine ? ENGINE_WORD[engine] : null;
}

/** What was noted of a capture that is not as the reference has it; what was not noted is taken to be. */
function differences({ situation }: Situated, held: HeldReference, side: Side): string[] {
  const { engine, doors, playedIn } = situation;
  const found: string[] = [];
  if (engine !== 'unknown' && engine !== held.engine) found.push(ENGINE_WORD[engine]);
  if (doors !== 'unknown' && doors !== held.doors) found.push(`doors ${doors}`);
  // An output of one side carries the same, whether the other side plays or not.
  if (playedIn !== 'unknown' && playedIn !== held.playedIn && playedIn !== side)
    found.push(`played in ${PLAYED_IN_WORD[playedIn]}`);
  return found;
}

/** Steps between a capture and the reference; where either is not known, more than any. */
const stepsAway = (c: Situated, held: HeldReference) =>
  c.volumeStep === null || held.volumeStep === null ? FAR : Math.abs(c.volumeStep - held.volumeStep);

/**
 * The capture of an output that counts in everything that is worked out: the pinned one, or the one nearest to the
 * job's reference: same load first, then engine, doors and source, then fewest steps away, then the newest. One with
 * another load or with the engine running counts only when it is pinned. What was not noted is taken to be as the
 * reference, and said.
 */
export function chooseCapture<C extends Situated>(job: MeasuredJob, pair: Measured<C>): CaptureChoice<C> {
  const held = referenceOf(job);
  const live = pair.captures.filter(tellsOfFactory);
  const others = new Map<string, string>();
  for (const c of pair.captures)
    if (c.withdrawnAt === null && c.chapter !== 'before') others.set(c.id, CHAPTER_WORD[c.chapter]);
  const able = live.filter((c) => {
    const why = barrier(c, held);
    if (why !== null) others.set(c.id, why);
    return why === null;
  });
  // A stable sort keeps the newest first among equals.
  const [best, ...rest] = able
    .map((c) => ({ c, differs: differences(c, held, pair.side), steps: stepsAway(c, held) }))
    .sort((a, b) => a.differs.length - b.differs.length || a.steps - b.steps);
  for (const { c, differs, steps } of rest)
    others.set(
      c.id,
      differs.length > best.differs.length
        ? differs.join(', ')
        : steps === best.steps
          ? 'older'
          : c.volumeStep === null
            ? 'step not noted'
            : `step ${c.volumeStep}, not ${held.volumeStep}`,
    );
  const pinned = live.find((c) => livePin(c) !== null);
  if (pinned) {
    if (best && best.c !== pinned) others.set(best.c.id, 'another one is pinned');
    others.delete(pinned.id);
    return { capture: pinned, says: `Pinned: ${livePin(pinned)!.because}.`, others };
  }
  if (!best) return { capture: null, says: whyNone(others, held), others };
  return { capture: best.c, says: whyBest(best, live.length, held), others };
}

/** The decision by which a capture counts, where there is one that was not taken back. */
export const livePin = (c: Pick<Situated, 'pins'>): Pin | null =>
  c.pins.find((pin) => pin.withdrawnAt === null) ?? null;

function whyBest(
  { c, differs, steps }: { c: Situated; differs: string[]; steps: number },
  of: number,
  held: HeldReference,
): string {
  const at = [...differs, c.volumeStep === null ? 'step not noted' : `step ${c.volumeStep}`].join(', ');
  const met = differs.length === 0 && steps === 0;
  const says = met
    ? `Taken under the reference conditions, ${at}.`
    : of === 1
      ? `The only measurement: ${at}.`
      : `Nearest to the reference conditions${held.volumeStep === null ? '' : `, step ${held.volumeStep}`}: ${at}.`;
  const open = [
    ...(c.load === 'unknown' ? ['load'] : []),
    ...(c.situation.engine === 'unknown' ? ['engine'] : []),
    ...(c.situation.doors === 'unknown' ? ['doors'] : []),
  ];
  return open.length === 0 ? says : `${says} Not noted, assumed to match: ${open.join(', ')}.`;
}

const whyNone = (others: ReadonlyMap<string, string>, held: HeldReference) =>
  others.size === 0
    ? 'Not measured.'
    : `No measurement counts: ${[...new Set(others.values())].join(', ')}. The reference conditions are ${LOAD_WORD[held.load]}, ${ENGINE_WORD[held.engine]}: measure again that way, or pin one.`;

/** The capture of an output that counts; null: none does. */
export function captureInForce<C extends Situated>(job: MeasuredJob, pair: Measured<C>): C | null {
  return chooseCapture(job, pair).capture;
}
