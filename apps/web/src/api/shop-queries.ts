import { useQuery } from '@tanstack/react-query';
import type { ShopInstrument, LibraryDevice, Preferences, RestsOn } from '@ulpen/core';
import { api } from './client.ts';

export const useDevices = () =>
  useQuery({ queryKey: ['devices'], queryFn: () => api.get<LibraryDevice[]>('/devices') });

export const usePreferences = () =>
  useQuery({ queryKey: ['preferences'], queryFn: () => api.get<Preferences>('/shop/preferences') });

export const useInstruments = () =>
  useQuery({ queryKey: ['instruments'], queryFn: () => api.get<ShopInstrument[]>('/instruments') });

/** What of which job was measured with an instrument. */
export const useRestsOn = (id: string) =>
  useQuery({
    queryKey: ['instruments', id, 'records'],
    queryFn: () => api.get<RestsOn[]>(`/instruments/${id}/records`),
  });
