import { channelGroups, type DeviceFields, formatFrequency, formatVolts } from '@ulpen/core';

const range = ({ minVolts, maxVolts }: { minVolts: number; maxVolts: number }) =>
  `${formatVolts(minVolts)} to ${formatVolts(maxVolts)}`;

/** What a device can do, in a few words each. */
export function abilityWords(d: DeviceFields): string[] {
  const { amplifier, speakerInput, lineInput, crossover } = d;
  return [
    ...(amplifier
      ? [
          ...channelGroups(amplifier).flatMap((group) => [
            `${group.channels} × ${group.wattsAt4} W into 4 Ω`,
            `down to ${group.minOhm} Ω`,
            ...(group.wattsBridged ? [`bridged ${group.wattsBridged} W`] : []),
          ]),
        ]
      : [`${d.inputs} in, ${d.outputs} out`]),
    ...(speakerInput
      ? [
          `speaker level ${range(speakerInput)}${speakerInput.floating ? '' : ', negative grounded'}${speakerInput.ohm !== null && speakerInput.ohm < 1000 ? `, ${speakerInput.ohm} Ω load` : ''}`,
        ]
      : []),
    ...(lineInput ? [`line ${range(lineInput)}`] : []),
    ...(d.sums ? [`joins inputs, trims ${d.trimDb} dB`] : []),
    ...(d.delayMs > 0 ? [`delays to ${d.delayMs} ms`] : []),
    ...(d.equaliserSections > 0 ? [`${d.equaliserSections} equaliser sections`] : []),
    ...(crossover
      ? [`filters ${formatFrequency(crossover.lowestHz)} to ${formatFrequency(crossover.highestHz)}`]
      : []),
    ...(d.bassRestoreDb > 0 ? [`gives back ${d.bassRestoreDb} dB of bass`] : []),
    ...(d.volumeControl ? ['own volume control'] : []),
    ...(d.senses.length > 0
      ? [`turns on by ${d.senses.map((s) => (s === 'signal' ? 'signal' : 'DC offset')).join(' or ')}`]
      : []),
    ...(d.latencyMs > 0 ? [`${d.latencyMs} ms late`] : []),
    ...(d.fuseAmps !== null ? [`fuse ${d.fuseAmps} A`] : []),
    ...(d.nominalVolts === '12' ? [] : [d.nominalVolts === '24' ? '24 V' : '12 or 24 V']),
    ...(d.dimensionsMm
      ? [`${d.dimensionsMm.width} × ${d.dimensionsMm.height} × ${d.dimensionsMm.depth} mm`]
      : []),
    ...(d.weightKg !== null ? [`${d.weightKg} kg`] : []),
  ];
}
