import { INSERT_KINDS, type InsertKind } from '../../model/device.ts';
import { subject } from '../../model/matter.ts';
import type { Equipment } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import { INSERT_WORDS } from '../../model/insert.ts';
import { LIBRARY, planRemark, type PlanRule } from './rule.ts';

function insertWords({ kind, says }: Equipment, { fuseAmps }: Setup['supply']): string {
  const word = INSERT_WORDS[kind as InsertKind];
  if (kind === 'breaker') return fuseAmps === null ? word : `${word}, ${fuseAmps} A,`;
  return kind === 'remote-delay' ? word : `${word} ${says}`;
}

/** Only the kind is known: what will be bought has to be held against the plan again. */
export const deviceChosen: PlanRule = ({ plan }) =>
  plan.equipment
    // A harness half is this car's own: its line says for which plug.
    .filter((e) => e.name === null && e.kind !== 'harness-half')
    .map((e) =>
      planRemark(
        e.kind === 'data-interface' ? 'interface-fits' : 'device-chosen',
        'assumption',
        INSERT_KINDS.some((kind) => kind === e.kind)
          ? `The model of the ${insertWords(e, plan.setup.supply)} is still to be chosen.`
          : `Nothing in the library fits as ${e.kind.replace('-', ' ')}: ${e.says}.`,
        {
          remedy: 'Add one to the library, and its limits are checked.',
          settle: LIBRARY,
          subjects: e.targetIds.map((targetId) => subject({ targetId, what: e.kind })),
        },
      ),
    );
