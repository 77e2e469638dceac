const CLOSING: Readonly<Record<string, string>> = { '(': ')', '[': ']' };

/**
 * A cell of a table without its notes in brackets.
 *
 * @param keep whether what stands in a pair of brackets is no note (default: everything is one)
 * @example withoutNotes('front left (twisted) +') // 'front left  +'
 */
export function withoutNotes(text: string, keep: (inside: string) => boolean = () => false): string {
  let bare = '';
  for (let n = 0; n < text.length; n++) {
    const closing = CLOSING[text[n]];
    const end = closing ? text.indexOf(closing, n + 1) : -1;
    if (end < 0) bare += text[n];
    else {
      bare += keep(text.slice(n + 1, end)) ? text.slice(n, end + 1) : ' ';
      n = end;
    }
  }
  return bare;
}
