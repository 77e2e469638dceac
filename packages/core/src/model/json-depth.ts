/**
 * Whether JSON nests deeper than it may, seen before it is parsed: sixty million opening brackets parse into gigabytes.
 * One pass over the text; what stands in strings does not count.
 */
export function isDeeperThan(text: string, most: number): boolean {
  let depth = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    if (inString) {
      if (code === 0x5c) i++;
      else if (code === 0x22) inString = false;
    } else if (code === 0x22) inString = true;
    else if (code === 0x5b || code === 0x7b) {
      if (++depth > most) return true;
    } else if (code === 0x5d || code === 0x7d) depth--;
  }
  return false;
}
