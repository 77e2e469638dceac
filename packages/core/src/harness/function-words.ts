import type { Role } from '../model/sheet.ts';
import type { Channel } from '../model/words.ts';
import { withoutNotes } from '../quantity/without-notes.ts';
import { saidPlace } from '../readings/place-words.ts';

export interface NamedFunction {
  role: Role;
  channel: Channel | null;
  sign: 'plus' | 'minus' | null;
}

/** What feeds and other single wires are called, English and German; the first that fits counts. */
const FEEDS: readonly [RegExp, Role][] = [
  [
    /^(?:b\+|batt?\w*|(?:kl|klemme)\.? ?30|dauer ?plus|12 ?v|\+?(?:12|24) ?v (?:battery|constant)|constant|permanent|perm\.?|memory)(?:\b|$)|^b\+/i,
    'battery',
  ],
  [
    /^(?:ignition|ign|switched|acc\w*|(?:kl|klemme)\.? ?15|zünd\w*|zuend\w*|schaltplus|\+?(?:12|24) ?v (?:switched|ignition|acc))(?:\b|$)/i,
    'switched',
  ],
  [/^(?:ground|gnd|earth|chassis|(?:kl|klemme)\.? ?31|masse|b-)(?:\b|$)/i, 'ground'],
  [/\b(?:illum\w*|dimm\w*|beleuchtung\w*|lights?|(?:kl|klemme)\.? ?58\w?)\b/i, 'illumination'],
  [/\b(?:ant\w*|aerial)\b/i, 'antenna'],
  [
    /^(?:remote|rem|turn.?on|amp(?:lifier)? (?:on|enable|turn.?on)|wake|einschalt\w*|schaltausgang|verstärker ein)(?:\b|$)/i,
    'remote',
  ],
  [/\b(?:can|lin|data|daten|bus|most|a2b)\b/i, 'data'],
  [/^(?:mute|stumm\w*)\b/i, 'mute'],
  [/\b(?:mic|mics|micro?phone\w*|mikro\w*)\b/i, 'microphone'],
  [/^(?:unused|empty|nc|n\/c|not used|not connected|frei|leer|nicht belegt|unbelegt|-)$/i, 'unused'],
];

const SIGN = /^\s*(?:[-+−–]|plus|minus|pos|neg)\s*$/i;
const INPUT = /\b(?:in|input|pre.?out|from radio|line|eingang|vom radio)\b/i;
const SPEAKER = /\b(?:out|output|speakers?|spk|sp|lautsprecher|ls|ausgang)\b/i;

/**
 * What a diagram's words for a wire mean: role, channel and sign. Notes in brackets are not read, but for a sign.
 *
 * @returns null when nothing in it is known
 * @example namedFunction('RF tweeter (-)') // output, right front tweeter, minus
 */
export function namedFunction(text: string): NamedFunction | null {
  // Notes in brackets go; a sign in brackets is none.
  const bare = withoutNotes(text, (inside) => SIGN.test(inside)).trim();
  const sign = namedSign(bare);
  const words = bare.replace(/\s+/g, ' ');
  for (const [pattern, role] of FEEDS) if (pattern.test(words)) return { role, channel: null, sign: null };
  const channel = namedChannel(words);
  const input = INPUT.test(words);
  if (!channel && !input && !SPEAKER.test(words)) return null;
  return { role: input ? 'input' : 'output', channel, sign };
}

/** A sign as a cell of its own, or at the end of what a wire is called. */
export function namedSign(text: string): 'plus' | 'minus' | null {
  if (/\+\s*[)\]]?$|\bplus\b|\bpos\w*\b|[([]\+[)\]]/i.test(text)) return 'plus';
  if (/[-−–]\s*[)\]]?$|\bminus\b|\bneg\w*\b|[([][-−–][)\]]/i.test(text)) return 'minus';
  return null;
}

function namedChannel(text: string): Channel | null {
  const { place, told } = saidPlace(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter(Boolean),
  );
  if (!told || place.side === null) return null;
  if (place.side === 'centre') return { side: 'centre', axle: 'front', way: 'full' };
  return { side: place.side, axle: place.axle ?? 'other', way: place.way ?? 'full' };
}
