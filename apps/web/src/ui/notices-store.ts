import { create } from 'zustand';

export interface Notice {
  id: number;
  text: string;
  tone: 'plain' | 'wrong';
  /** one step back, as long as the notice stands */
  undo?: () => void;
}

interface NoticesState {
  notices: Notice[];
  tell: (notice: { text: string; tone?: Notice['tone']; undo?: () => void }) => void;
  dismiss: (id: number) => void;
}

let next = 1;

/** Short messages at the foot of the screen. */
export const useNotices = create<NoticesState>((set) => ({
  notices: [],
  tell: ({ text, tone = 'plain', undo }) =>
    set((s) => ({ notices: [...s.notices.slice(-2), { id: next++, text, tone, undo }] })),
  dismiss: (id) => set((s) => ({ notices: s.notices.filter((n) => n.id !== id) })),
}));
