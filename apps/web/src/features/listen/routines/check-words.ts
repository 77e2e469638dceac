import { type CheckBody, ENGINE_WORD, formatFrequency, LOAD_WORD } from '@ulpen/core';
import { addedWords } from '../findings/added-words.ts';

const RESULT = {
  steady: 'steady',
  jumps: 'jumps in level',
  noise: 'noise',
  mutes: 'mutes',
  'fault-message': 'fault message',
};

/** One kept reading as a line of a list. */
export function checkWords(body: CheckBody): string {
  const join = (...parts: (string | null)[]) => parts.filter(Boolean).join(', ');
  switch (body.kind) {
    case 'meter-tone':
      return join(formatFrequency(body.hz), `${body.volts} V`);
    case 'level':
      return join(
        formatFrequency(body.hz),
        `step ${body.volumeStep}`,
        `${body.volts} V`,
        body.signalDb === null ? '' : `track at ${String(body.signalDb).replace('-', '−')} dB`,
        body.supplyVolts === null ? '' : `supply ${body.supplyVolts} V`,
        LOAD_WORD[body.load],
      );
    case 'silence':
      return join(
        ENGINE_WORD[body.engine],
        `${body.volts} V`,
        body.doors === 'unknown' ? '' : `doors ${body.doors}`,
      );
    case 'added-sound':
      return addedWords(body).replace(/\.$/, '');
    case 'cold-start':
      return join(
        `start ${body.start}`,
        LOAD_WORD[body.load],
        `${body.minutes} min`,
        RESULT[body.result],
        body.volts === null ? '' : `${body.volts} V`,
      );
  }
}
