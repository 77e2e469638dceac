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

/**
 * Where conductors are joined to a device: as its entry states them, or as its abilities ask for. The keys of the latter
 * follow from what each is, so that they stay while the device can do what it could.
 */
export function terminalsOf(device: DeviceFields): Terminal[] {
  if (device.terminals.length > 0) return device.terminals;
  const { amplifier, speakerInput, lineInput, inputs, outputs, kind } = device;
  const channels = amplifier ? channelGroups(amplifier).reduce((n, g) => n + g.channels, 0) : 0;
  const passive = kind === 'passive-crossover';
  return [
    ...(speakerInput ? both({ key: 'in', name: 'Speaker in', kind: 'speaker-input' }, inputs) : []),
    ...(lineInput ? sockets({ key: 'line-in', name: 'Line in', kind: 'line-input' }, inputs) : []),
    ...(amplifier || passive
      ? both({ key: 'out', name: 'Speaker', kind: 'speaker-output' }, amplifier ? channels : outputs)
      : sockets({ key: 'line-out', name: 'Line out', kind: 'line-output' }, outputs)),
    ...(kind === 'data-interface' ? [single('data', 'data', 'Data')] : []),
    ...(device.needsSupply
      ? [
          single('supply', 'supply', amplifier ? 'Battery' : 'Supply'),
          single('ground', 'ground', 'Ground'),
          single('remote-in', 'remote', 'Remote in'),
        ]
      : []),
    ...(device.remoteOutput ? [single('remote-out', 'remote-out', 'Remote out')] : []),
  ];
}
