import type { EventKind } from '@ulpen/core';
import type { Command } from '../database/commands.ts';

/** Who writes what, as one context made from the request. */
export interface Actor {
  id: string;
  /** what their device's clock says; null where it was not sent */
  deviceAt: string | null;
  /** what it is called in the job's stream of events; null for what belongs to no job */
  did: EventKind | null;
  /** the id in the address */
  at: string | null;
  /** null: the client sent none, so what is sent again is done again */
  command: Command | null;
  /** hears of the job's revision after the write */
  tell: (revision: string) => void;
}

/** Nobody signs in yet: everything is written by the bench. */
export const THE_BENCH: Actor = {
  id: '00000000-0000-4000-8000-00000000be0c',
  deviceAt: null,
  did: null,
  at: null,
  command: null,
  tell: () => {},
};
