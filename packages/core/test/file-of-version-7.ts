import type { JobFile } from '../src/model/job-file.ts';
import { wireAt } from '../src/outputs/wires.ts';

type FilePair = JobFile['units'][number]['pairs'][number];

const NOTED = /^(?<plug>\S+) · (?<plus>\d+)\/(?<minus>\d+), (?<plusWire>\S+) and (?<minusWire>\S+)$/;

/**
 * A file of today as version 7 wrote it, where an output named plug, cavities and colours as text, and what reading it
 * gives: the same, but for outputs that sit on another unit's plug, which that version could not say.
 */
export function fileOfVersion7(file: JobFile): { old: Record<string, unknown>; read: JobFile } {
  const { speakers: _, ...rest } = file;
  const own = (unit: JobFile['units'][number], pair: FilePair) =>
    pair.ends.every((e) => unit.connectors.some((c) => e.cavityId.startsWith(`${c.key}:`)));
  const units = file.units.map((unit) => ({
    ...unit,
    pairs: unit.pairs.map(({ ends, placeText, stage: __, statedPolarity, ...pair }) => {
      const noted = NOTED.exec(placeText)?.groups ?? {};
      const at = (sign: 'plus' | 'minus') => ends.find((e) => e.sign === sign)?.cavityId;
      const drawn = own(unit, { ...pair, ends } as FilePair) ? at('plus') : undefined;
      const cavity = (sign: 'plus' | 'minus') => Number(at(sign)!.split(':')[1]);
      const wire = (sign: 'plus' | 'minus') => wireAt(at(sign)!, file.readings, []).wire;
      return {
        ...pair,
        captures: pair.captures.map(({ pins: _pins, ...capture }) => ({ ...capture, pin: null })),
        plug: drawn
          ? unit.connectors.find((c) => drawn.startsWith(`${c.key}:`))!.name
          : (noted['plug'] ?? ''),
        plusCavity: drawn ? cavity('plus') : noted['plus'] ? Number(noted['plus']) : null,
        minusCavity: drawn ? cavity('minus') : noted['minus'] ? Number(noted['minus']) : null,
        plusWire: drawn ? wire('plus') : (noted['plusWire'] ?? null),
        minusWire: drawn ? wire('minus') : (noted['minusWire'] ?? null),
        polarity: statedPolarity === 'reversed' ? 'reversed' : 'normal',
        polarityStanding: statedPolarity === 'unknown' ? 'assumed' : 'claimed',
      };
    }),
  }));
  const read = {
    ...file,
    units: file.units.map((unit) => ({
      ...unit,
      pairs: unit.pairs.map((pair) => ({
        ...pair,
        stage: 'unknown' as const,
        ends: own(unit, pair) ? pair.ends : [],
      })),
    })),
  };
  return { old: { ...rest, units, version: 7 }, read };
}
