import { create } from 'zustand';

interface AwayState {
  /** why nothing can be read or saved, in the server's words; null: all is well */
  says: string | null;
  set: (says: string | null) => void;
}

/** Whether the server, or the database behind it, answers. */
export const useAway = create<AwayState>((set) => ({
  says: null,
  set: (says) => set((s) => (s.says === says ? s : { says })),
}));
