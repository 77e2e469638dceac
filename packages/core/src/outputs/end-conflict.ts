import { type OutputEnd, type Pair, pairName } from '../model/unit.ts';

type Output = Pick<Pair, 'side' | 'axle' | 'way' | 'suffix' | 'stage'> & { ends: readonly OutputEnd[] };

export interface EndConflict {
  /** which of the ends */
  end: number;
  message: string;
}

const UNDRIVEN: readonly Pair['stage'][] = ['single-ended', 'line'];

/**
 * Ends of an output on cavities that another one has. A cavity holds one wire, so a plus belongs to one output; a minus is
 * common to several only where none of them drives it.
 */
export function endConflicts(output: Output, others: readonly Output[]): EndConflict[] {
  return output.ends.flatMap(({ sign, cavityId }, end): EndConflict[] => {
    for (const other of others) {
      const taken = other.ends.find((e) => e.cavityId === cavityId);
      if (!taken) continue;
      const common = sign === 'minus' && taken.sign === 'minus';
      if (common && [output, other].every((o) => UNDRIVEN.includes(o.stage))) continue;
      const message = common
        ? `this cavity is the minus of ${pairName(other)}. Outputs share a minus only where both are single-ended or line outputs: say so at both.`
        : `this cavity already belongs to ${pairName(other)}`;
      return [{ end, message }];
    }
    return [];
  });
}
