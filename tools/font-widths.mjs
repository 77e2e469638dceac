// node tools/font-widths.mjs: measures the fonts of the printed sheets anew, for packages/core/src/paper/font-widths.ts.
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as fontkit from 'fontkit';
import { ROOT } from './setup.mjs';

const FONTS = {
  text: 'barlow/400Regular/Barlow_400Regular.ttf',
  strong: 'barlow/600SemiBold/Barlow_600SemiBold.ttf',
  label: 'barlow-semi-condensed/600SemiBold/BarlowSemiCondensed_600SemiBold.ttf',
};
const latin = Array.from({ length: 0x180 - 0x20 }, (_, n) => n + 0x20).filter((n) => n < 0x7f || n > 0x9f);
const CHARACTERS = [...latin, ...[...'–—‘’“”„•…−≈≤≥ΩΩ'].map((c) => c.codePointAt(0))];

const rows = Object.entries(FONTS).map(([face, file]) => {
  const font = fontkit.openSync(join(ROOT, 'node_modules/@expo-google-fonts', file));
  const by = new Map();
  for (const code of CHARACTERS.filter((c) => font.hasGlyphForCodePoint(c))) {
    const width = Math.round((1000 * font.glyphForCodePoint(code).advanceWidth) / font.unitsPerEm);
    by.set(width, (by.get(width) ?? '') + String.fromCodePoint(code));
  }
  const list = [...by].sort(([a], [b]) => a - b);
  return `  ${face}: [\n${list.map(([w, chars]) => `    [${w}, ${JSON.stringify(chars)}],`).join('\n')}\n  ],`;
});
await writeFile(
  join(ROOT, 'packages/core/src/paper/font-widths.ts'),
  `// Made by tools/font-widths.mjs from the fonts that the wiring book is printed in.

/** Advance widths, thousandths of the size, with the characters that have them. */
export const FONT_WIDTHS: Readonly<Record<'text' | 'strong' | 'label', readonly (readonly [number, string])[]>> = {
${rows.join('\n')}
};
`,
);
