import type { Role } from '../model/sheet.ts';
import type { Axle, Channel, Side, Way } from '../model/words.ts';

export interface NamedFunction {
  role: Role;
  channel: Channel | null;
  sign: 'plus' | 'minus' | null;
}

const FEEDS: readonly [RegExp, Role][] = [
  [/^(?:b\+|batt?\w*|12 ?v|\+?12 ?v (?:battery|constant)|constant|permanent|kl\.? ?30)\b|^b\+/i, 'battery'],
  [/^(?:ignition|ign|switched|acc\w*|kl\.? ?15|\+?12 ?v (?:switched|ignition|acc))\b/i, 'switched'],
  [/^(?:ground|gnd|earth|chassis|kl\.? ?31|b-)(?:\b|$)/i, 'ground'],
  [/^(?:remote|rem|turn.?on|amp(?:lifier)? (?:on|enable|turn.?on)|wake)\b/i, 'remote'],
  [/\b(?:can|lin|data|bus|most|a2b)\b/i, 'data'],
  [/^mute\b/i, 'mute'],
  [/\bmic\w*\b/i, 'microphone'],
  [/^(?:unused|empty|nc|n\/c|not used|-)$/i, 'unused'],
];

/**
 * What a diagram's words for a wire mean: role, channel and sign.
 *
 * @returns null when nothing in it is known
 * @example namedFunction('RF tweeter (-)') // output, right front tweeter, minus
 */
export function namedFunction(text: string): NamedFunction | null {
  const words = text.trim();
  for (const [pattern, role] of FEEDS) if (pattern.test(words)) return { role, channel: null, sign: null };
  const channel = namedChannel(words);
  const input = /\b(?:in|input|pre.?out|from radio|line)\b/i.test(words);
  const speaker = /\b(?:out|output|speaker|spk|sp)\b/i.test(words);
  if (!channel && !input && !speaker) return null;
  return { role: input ? 'input' : 'output', channel, sign: namedSign(words) };
}

function namedSign(text: string): 'plus' | 'minus' | null {
  if (/\+\)?$|\bplus\b|\bpos\w*\b|\(\+\)/i.test(text)) return 'plus';
  if (/[-−–]\)?$|\bminus\b|\bneg\w*\b|\([-−–]\)/i.test(text)) return 'minus';
  return null;
}

function namedChannel(text: string): Channel | null {
  const has = (pattern: RegExp) => pattern.test(text);
  if (has(/\bsub\w*\b/i)) return { side: 'mono', axle: 'other', way: 'subwoofer' };
  const code = /\b(fl|lf|fr|rf|rl|lr|rr)\b/i.exec(text)?.[1].toLowerCase();
  const corner: Record<string, [Side, Axle]> = {
    fl: ['left', 'front'],
    lf: ['left', 'front'],
    fr: ['right', 'front'],
    rf: ['right', 'front'],
    rl: ['left', 'rear'],
    lr: ['left', 'rear'],
    rr: ['right', 'rear'],
  };
  const way: Way = has(/\b(?:tw\w*|high)\b/i)
    ? 'tweeter'
    : has(/\bmid\w*\b/i)
      ? 'midrange'
      : has(/\b(?:woofer|door|low)\b/i)
        ? 'woofer'
        : 'full';
  if (code) return { side: corner[code][0], axle: corner[code][1], way };
  const side: Side | null = has(/\bcent(?:re|er)\b/i)
    ? 'centre'
    : has(/\bleft\b/i)
      ? 'left'
      : has(/\bright\b/i)
        ? 'right'
        : null;
  if (side === 'centre') return { side, axle: 'front', way: 'full' };
  const axle: Axle | null = has(/\bfront\b/i) ? 'front' : has(/\b(?:rear|back)\b/i) ? 'rear' : null;
  if (!side) return null;
  return { side, axle: axle ?? 'other', way };
}
