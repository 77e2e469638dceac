import type { ShopInstrument, InstrumentFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  id: string;
  /** null: a new one */
  version: number | null;
  fields: InstrumentFields;
}

/** An instrument of the shop, new or changed. */
export const putInstrument: Command<Input, ShopInstrument> = {
  job: () => null,
  request: ({ id, version, fields }) =>
    version === null
      ? { method: 'POST', path: '/instruments', body: { ...fields, id } }
      : { method: 'PUT', path: `/instruments/${id}`, body: { ...fields, version } },
  touches: () => ['shop'],
};
