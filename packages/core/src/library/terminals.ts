import type { DeviceFields } from '../model/device.ts';
import { channelGroups } from '../model/device.ts';
import type { Terminal } from '../model/terminal.ts';

type Signed = Pick<Terminal, 'kind'> & { key: string; name: string };

const both = ({ key, name, kind }: Signed, count: number): Terminal[] =>
  Array.from({ length: count }, (_, i) => i + 1).flatMap((channel) =>
    (['plus', 'minus'] as const).map((sign) => ({
      key: `${key}-${channel}-${sign}`,
      name: `${name} ${channel}${sign === 'plus' ? '+' : '−'}`,
      kind,
      channel,
      sign,
      mm2: null,
    })),
  );

const sockets = ({ key, name, kind }: Signed, count: number): Terminal[] =>
  Array.from({ length: count }, (_, i) => ({
    key: `${key}-${i + 1}`,
    name: `${name} ${i + 1}`,
    kind,
    channel: i + 1,
    sign: null,
    mm2: null,
  }));

const single = (kind: Terminal['kind'], key: string, name: string): Terminal => ({
  key,
  name,
  kind,
  channel: null,
  sign: null,
  mm2: null,
});

/** What a device has terminals for: how many of each, and whether it has the single ones. */
export interface TerminalNeeds {
  speakerInputs: number;
  lineInputs: number;
  speakerOutputs: number;
  lineOutputs: number;
  data: boolean;
  supplied: boolean;
  remoteOutput: boolean;
}

/** Terminals by what they are for; their keys follow from that, so that they stay while the device can do what it could. */
export const terminalsByNeed = (needs: TerminalNeeds): Terminal[] => [
  ...both({ key: 'in', name: 'Speaker in', kind: 'speaker-input' }, needs.speakerInputs),
  ...sockets({ key: 'line-in', name: 'Line in', kind: 'line-input' }, needs.lineInputs),
  ...both({ key: 'out', name: 'Speaker', kind: 'speaker-output' }, needs.speakerOutputs),
  ...sockets({ key: 'line-out', name: 'Line out', kind: 'line-output' }, needs.lineOutputs),
  ...(needs.data ? [single('data', 'data', 'Data')] : []),
  ...(needs.supplied
    ? [
        single('supply', 'supply', needs.speakerOutputs > 0 ? 'Battery' : 'Supply'),
        single('ground', 'ground', 'Ground'),
        single('remote-in', 'remote', 'Remote in'),
      ]
    : []),
  ...(needs.remoteOutput ? [single('remote-out', 'remote-out', 'Remote out')] : []),
];

/** Where conductors are joined to a device: as its entry states them, or as its abilities ask for. */
export function terminalsOf(device: DeviceFields): Terminal[] {
  if (device.terminals.length > 0) return device.terminals;
  const { amplifier, speakerInput, lineInput, inputs, outputs, kind } = device;
  const channels = amplifier ? channelGroups(amplifier).reduce((n, g) => n + g.channels, 0) : 0;
  const speakerOutputs = amplifier ? channels : kind === 'passive-crossover' ? outputs : 0;
  return terminalsByNeed({
    speakerInputs: speakerInput ? inputs : 0,
    lineInputs: lineInput ? inputs : 0,
    speakerOutputs,
    lineOutputs: amplifier || kind === 'passive-crossover' ? 0 : outputs,
    data: kind === 'data-interface',
    supplied: device.needsSupply,
    remoteOutput: device.remoteOutput,
  });
}
