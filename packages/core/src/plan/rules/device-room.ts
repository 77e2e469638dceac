import { planRemark, type PlanRule } from './rule.ts';

/** A device takes as many signals as it has inputs, and gives as many as it has outputs. */
export const deviceRoom: PlanRule = ({ finished }) =>
  finished.devices.flatMap((device) => {
    const model = device.entry;
    if (!model || device.kind === 'amplifier') return [];
    // Data is no signal at an input.
    const into = device.inputs.filter((i) => i.source.from !== 'data').length;
    const out = device.outputs.length;
    if (into <= model.inputs && out <= model.outputs) return [];
    const lacks =
      into > model.inputs
        ? `has ${model.inputs} inputs, but ${into} signals go into it`
        : `has ${model.outputs} outputs, but ${out} signals leave it`;
    return [
      planRemark('device-room', 'error', `${model.name} ${lacks}.`, {
        remedy: 'Tap fewer outputs for that channel, or use a device with more inputs and outputs.',
        settle: { stage: 'library', test: null },
      }),
    ];
  });
