import { planRemark, type PlanRule, setAt } from './rule.ts';

/** What is to be woken by a signal at its inputs is able to wake so. */
export const sensesSignal: PlanRule = ({ finished }) => {
  const deaf = finished.devices.filter(
    ({ entry, wokenBy }) =>
      entry !== null &&
      ((wokenBy === 'sensing' && !entry.senses.includes('signal')) ||
        (wokenBy === 'offset' && !entry.senses.includes('offset'))),
  );
  return [...new Set(deaf.map((d) => d.entry!.name))].map((name) =>
    planRemark('senses-signal', 'error', `${name} does not wake by what comes at its inputs.`, {
      remedy: 'Wake it by a wire, or choose a device that senses.',
      settle: setAt('turn-on'),
    }),
  );
};
