import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { LibraryDevice, Preferences } from '@ulpen/core';
import { useNotices } from '../ui/notices-store.ts';
import { api } from './client.ts';

export const useDevices = () =>
  useQuery({ queryKey: ['devices'], queryFn: () => api.get<LibraryDevice[]>('/devices') });

export const usePreferences = () =>
  useQuery({ queryKey: ['preferences'], queryFn: () => api.get<Preferences>('/shop/preferences') });

/** A change to the shop's library or choices; afterwards everything that was planned with it is worked out anew. */
export function useShopChange<Input, Result>(change: (input: Input) => Promise<Result>) {
  const queries = useQueryClient();
  const tell = useNotices((s) => s.tell);
  return useMutation({
    mutationFn: change,
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ['devices'] }),
        queries.invalidateQueries({ queryKey: ['preferences'] }),
      ]),
    onError: (error) => {
      void queries.invalidateQueries({ queryKey: ['preferences'] });
      tell({ tone: 'wrong', text: error.message });
    },
  });
}
