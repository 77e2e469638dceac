import { INTAKE, planRemark, type PlanRule } from './rule.ts';

/** More than was accepted, by this, is another matter, A. */
const WORSE_AMPS = 5;

/** Alternator or converter can give what music draws. */
export const chargingReserve: PlanRule = ({ plan, context }) => {
  const { brief, drive } = context.input;
  const need = plan.figures.musicAmps;
  const electric = drive === 'electric' || drive === 'hybrid';
  const source = electric ? 'The converter' : 'The alternator';
  if (brief.reserveAmps === null)
    return need > 20
      ? [
          planRemark(
            'charging-reserve',
            'assumption',
            `${source} must supply ${need.toFixed(0)} A for music; whether it can is not known.`,
            {
              remedy: 'Look it up for this car, or measure the battery’s voltage under load.',
              settle: INTAKE,
              figures: [{ name: 'music, A', value: need, worse: 'higher', step: WORSE_AMPS }],
            },
          ),
        ]
      : [];
  return need > brief.reserveAmps
    ? [
        planRemark(
          'charging-reserve',
          electric ? 'error' : 'warning',
          `${source} has ${brief.reserveAmps} A to spare; music draws ${need.toFixed(0)} A.`,
          { remedy: 'Smaller amplifiers, or less of them at once.', settle: INTAKE },
        ),
      ]
    : [];
};
