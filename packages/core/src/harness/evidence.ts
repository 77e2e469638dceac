import { kindOf } from '../readings/index.ts';
import type { Conditions } from '../model/conditions.ts';
import { PAIR_KINDS } from '../readings/likelihood.ts';
import { observationWords } from '../readings/index.ts';
import { ROLES } from '../model/sheet.ts';
import { channelName } from '../model/words.ts';
import { ROLE_PRIOR, roleIndex } from './role-beliefs.ts';
import type { WeightedReading } from './weighted-readings.ts';
import type { CavityFinding } from './finding-types.ts';
import type { HarnessWorkings } from './map-harness.ts';
import { conditionWords, placeOf, ROLE_WORD } from './words.ts';

/** One sentence of evidence for what a cavity is said to be. */
export interface Evidence {
  /** null for a claim */
  readingId: string | null;
  /** `12.4 V to ground, radio on` */
  saw: string;
  /** `fits a battery feed` */
  means: string;
  /** logarithm (base ten) of how much likelier it is under the finding than otherwise; below zero speaks against */
  weight: number;
}

/** log10 of the likelihood under the finding against the mean over all other roles as common as they are */
function weightAlone(reading: WeightedReading, role: number): number {
  const logs = reading.tables.alone!;
  let other = 0;
  let share = 0;
  ROLES.forEach((name, r) => {
    if (r === role) return;
    other += ROLE_PRIOR[name] * Math.exp(logs[r]);
    share += ROLE_PRIOR[name];
  });
  return (reading.weight * (logs[role] - Math.log(other / share))) / Math.LN10;
}

function weightAcross(reading: WeightedReading, workings: HarnessWorkings): number {
  const { map, wires, beliefs } = workings;
  const { strangers, partners } = reading.tables.across!;
  let apart = 0;
  ROLES.forEach((_, a) =>
    ROLES.forEach(
      (__, b) =>
        (apart +=
          strangers[a * ROLES.length + b] * beliefs.roles[reading.i][a] * beliefs.roles[reading.j][b]),
    ),
  );
  const pair = map.cavities[reading.i].pair;
  const together = pair !== null && pair === map.cavities[workings.indexOf.get(wires[reading.j].id)!].pair;
  const kind = together ? PAIR_KINDS.indexOf(map.pairs[pair].kind) : 0;
  const ratio = partners[kind] - Math.log(apart);
  return (reading.weight * (together ? ratio : -ratio)) / Math.LN10;
}

function meansAlone(finding: CavityFinding, weight: number): string {
  const word = ROLE_WORD[finding.role];
  if (Math.abs(weight) < 0.15) return `says little about ${word}`;
  return weight > 0 ? `fits ${word}` : `speaks against ${word}`;
}

const steered = (c: Conditions) => c.balance !== 'centre' || c.fader !== 'centre';

/** Everything that bears on one cavity, the heaviest first. */
export function evidenceFor(workings: HarnessWorkings, cavityId: string): Evidence[] {
  const { indexOf, readings, map, wires } = workings;
  const i = indexOf.get(cavityId);
  if (i === undefined) return [];
  const finding = map.cavities[i];
  const list: Evidence[] = [];
  for (const r of readings) {
    if (r.i !== i && r.j !== i) continue;
    const { observation: o, conditions: c, id } = r.reading;
    const where = r.j < 0 ? 'to ground' : `across ${placeOf(workings, wires[r.i].id, wires[r.j].id)}`;
    const saw = !kindOf(o.kind).touches
      ? observationWords(o)
      : `${observationWords(o)} ${where}, ${conditionWords(c)}`;
    if (r.tables.alone && r.i === i) {
      const weight = weightAlone(r, roleIndex[finding.role]);
      list.push({ readingId: id, saw, means: meansAlone(finding, weight), weight });
    } else if (r.tables.across) {
      const weight = weightAcross(r, workings);
      const mate = r.i === i ? r.j : r.i;
      const together = finding.pair !== null && finding.pair === map.cavities[mate].pair;
      const means =
        steered(c) && o.kind === 'ac' && together
          ? `tells the channel of the pair with ${placeOf(workings, wires[mate].id)}`
          : Math.abs(weight) < 0.15
            ? 'says little'
            : together === weight > 0
              ? `pairs it with ${placeOf(workings, wires[mate].id)}`
              : `keeps it apart from ${placeOf(workings, wires[mate].id)}`;
      list.push({ readingId: id, saw, means, weight });
    }
  }
  for (const { sheet, variants } of map.sheets) {
    for (const claim of sheet.claims) {
      if (claim.cavityId !== cavityId || claim.role === null) continue;
      const trust = variants.find((v) => v.variant === claim.variant)?.probability ?? 0;
      const agrees = claim.role === finding.role;
      const name = claim.channel ? `${channelName(claim.channel)} ${claim.role}` : ROLE_WORD[claim.role];
      list.push({
        readingId: null,
        saw: `${sheet.name}${claim.variant ? ` (${claim.variant})` : ''} says ${name}${claim.sign ? ` ${claim.sign}` : ''}`,
        means: `${agrees ? 'agrees' : 'disagrees'}; this variant is believed to ${Math.round(trust * 100)} %`,
        weight: (agrees ? 1 : -1) * trust,
      });
    }
  }
  return list.sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}
