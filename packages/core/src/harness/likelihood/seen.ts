import type { Observation } from '../../model/reading.ts';
import type { Role } from '../../model/sheet.ts';
import type { LikelihoodModel } from './outcome.ts';

type Seen = Extract<Observation, { kind: 'seen' }>;

const THICK: Partial<Record<Role, number>> = { battery: 0.9, ground: 0.85, output: 0.15 };
const TWISTED: Partial<Record<Role, number>> = { data: 0.9, input: 0.6, output: 0.35, microphone: 0.3 };

/** Colours are habits, not rules: feeds are often red, grounds often black or brown. */
function colour(wire: string, role: Role): number {
  const base = wire.slice(0, 2);
  if (base === 'BK' || base === 'BN') return role === 'ground' ? 0.7 : 0.14;
  if (base === 'RD') return role === 'battery' ? 0.5 : 0.08;
  return role === 'ground' ? 0.03 : role === 'battery' ? 0.05 : 0.085;
}

export const seenLikelihood: LikelihoodModel<Seen> = {
  alone(o, _, role) {
    let p = 1;
    if (o.size) p *= o.size === 'thick' ? (THICK[role] ?? 0.03) : 1 - (THICK[role] ?? 0.03);
    if (o.wire && !o.unsure) p *= colour(o.wire, role);
    if (o.twisted !== null) p *= o.twisted ? (TWISTED[role] ?? 0.02) : 1 - (TWISTED[role] ?? 0.02);
    return p;
  },
  partners: (o, _, kind) =>
    o.twisted === null ? 1 : o.twisted ? (TWISTED[kind] ?? 0.3) : 1 - (TWISTED[kind] ?? 0.3),
  strangers: (o) => (o.twisted === null ? 1 : o.twisted ? 0.005 : 0.995),
  anywhere: () => 0.05,
};
