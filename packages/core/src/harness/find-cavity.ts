import type { Connector } from '../model/connector.ts';

export type Plugs = readonly Pick<Connector, 'name' | 'cavities'>[];

/** What the column of plugs and that of cavities is called. */
export const PLUG_NAMES = ['plug', 'connector', 'conn', 'con', 'stecker'];
export const CAVITY_NAMES = [
  'cavity',
  'pin',
  'position',
  'terminal',
  'no',
  '#',
  'pin no',
  'pin number',
  'kammer',
  'nr',
  'pin nr',
];

/** `C2` and `5`, or `C2/5`, `C2-5`, `C2·5` in one cell; a lone number belongs to the only plug there is. */
export function findCavity(
  plugs: Plugs,
  plugCell: string,
  cavityCell: string,
): { id: string; empty: boolean; name: string } | string {
  const digits = /(?<!\d)\d+$/.exec(cavityCell)?.[0] ?? '';
  const before = cavityCell.slice(0, cavityCell.length - digits.length).trimEnd();
  const joined = digits !== '' && /[/·:.-]$/.test(before);
  const plugName = (joined && before.slice(0, -1).trim()) || plugCell.trim();
  const number = Number(joined ? digits : cavityCell.replace(/^\D+(?=\d)/, ''));
  if (!Number.isInteger(number) || number < 1) return `"${cavityCell.slice(0, 40)}" is no cavity number`;
  const plug =
    plugName === ''
      ? plugs.length === 1
        ? plugs[0]
        : undefined
      : plugs.find((p) => p.name.toLowerCase() === plugName.toLowerCase());
  if (!plug)
    return plugName === ''
      ? 'which plug? name it'
      : `there is no plug ${plugName.slice(0, 40)}; there is ${plugs.map((p) => p.name).join(', ') || 'none yet'}`;
  const cavity = plug.cavities.find((c) => c.number === number);
  return cavity
    ? { id: cavity.id, empty: cavity.empty, name: `${plug.name}·${number}` }
    : `plug ${plug.name} has ${plug.cavities.length} cavities, there is no ${number}`;
}
