import type { HarnessView } from '../model/harness-view.ts';
import { cavityCount } from '../model/connector.ts';
import type { JobFile } from '../model/job-file.ts';
import type { EndView } from '../model/unit.ts';
import type { JobView } from '../model/views.ts';
import { wireAt } from '../outputs/wires.ts';
import { analyseResponse, type ResponseAnalysis } from '../signal/analyse.ts';
import type { Response } from '../signal/response.ts';
import { jobFileOfCar } from './job-file-of-car.ts';
import type { SimulatedCar } from './simulated-car.ts';

/** The whole record of a car: what is in its job, and what was found at its plugs. */
export interface CarRecords {
  job: JobView;
  harness: Omit<HarnessView, 'simulation'>;
}

/** Judgements of responses that were judged already: variants of one car have most of them in common. */
const judged = new Map<string, ResponseAnalysis>();

function judge(response: Response): ResponseAnalysis {
  const name = JSON.stringify(response);
  const known = judged.get(name) ?? analyseResponse(response);
  judged.set(name, known);
  return known;
}

const fileOf = (car: SimulatedCar): JobFile => jobFileOfCar(car, 0, () => '0'.repeat(64));

/** A demo car as a job is seen, with its keys for ids. */
export const viewOfCar = (car: SimulatedCar): JobView => jobOf(fileOf(car));

/** The same with its plugs, readings and sheets. */
export function recordsOfCar(car: SimulatedCar): CarRecords {
  const file = fileOf(car);
  return { job: jobOf(file), harness: harnessOfFile(file) };
}

const jobOf = (file: JobFile): JobView => {
  return {
    ...file.job,
    id: 'j1',
    version: 1,
    revision: 0,
    updatedAt: file.job.createdAt,
    units: file.units.map((unit) => ({
      ...unit,
      id: unit.key,
      jobId: 'j1',
      pairs: unit.pairs.map((pair) => ({
        ...pair,
        ends: pair.ends.map((end) => ({ ...end, ...placeOfKey(file, end.cavityId) })),
        id: pair.key,
        unitId: unit.key,
        captures: pair.captures.map((c) => ({
          ...c,
          id: c.key,
          pairId: pair.key,
          points: c.response.frequencyHz.length,
          analysis: judge(c.response),
        })),
      })),
    })),
    speakers: file.speakers.map((s, n) => ({ ...s, id: `s${n}`, jobId: 'j1' })),
    brief: file.brief,
    wiring: file.wiring,
    decisions: [],
    targets: file.targets.map((t) => ({ ...t, id: t.key, jobId: 'j1', amplifierId: null })),
    plans: [],
    drafts: [],
    intake: file.intake,
    find: { connectors: 0, wires: 0, untouched: 0 },
    recordings: file.recordings.map((r) => ({ ...r, id: r.key, jobId: 'j1', fromFile: false })),
    checks: file.checks.map((c, n) => ({ ...c, id: `h${n}`, jobId: 'j1' })),
  };
};

const harnessOfFile = ({ units, readings, sheets }: JobFile): CarRecords['harness'] => ({
  connectors: units.flatMap((unit) =>
    unit.connectors.map(({ key, retiredAt: _, retiredCavities: __, ...fields }) => ({
      ...fields,
      id: key,
      unitId: unit.key,
      cavities: Array.from({ length: cavityCount(fields) }, (___, i) => ({
        id: `${key}:${i + 1}`,
        number: i + 1,
        empty: fields.empty.includes(i + 1),
      })),
      photos: [],
    })),
  ),
  readings: readings.map((reading, n) => ({ ...reading, id: `x${n + 1}` })),
  sheets: sheets.map(({ retiredAt: _, ...sheet }, n) => ({ ...sheet, id: `l${n + 1}`, jobId: 'j1' })),
});

/** Plug, number and wire of a cavity's key, as the API tells them of an end. */
function placeOfKey(file: JobFile, key: string): Omit<EndView, 'sign' | 'cavityId'> {
  const [connectorId, number] = key.split(':');
  const unit = file.units.find((u) => u.connectors.some((c) => c.key === connectorId))!;
  const { wire, standing } = wireAt(key, file.readings, file.sheets);
  return {
    unitId: unit.key,
    connectorId,
    plug: unit.connectors.find((c) => c.key === connectorId)!.name,
    cavity: Number(number),
    wire,
    wireStanding: standing,
  };
}
