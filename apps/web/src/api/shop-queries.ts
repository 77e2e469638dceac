import { useQuery } from '@tanstack/react-query';
import type { LibraryDevice, Preferences } from '@ulpen/core';
import { api } from './client.ts';

export const useDevices = () =>
  useQuery({ queryKey: ['devices'], queryFn: () => api.get<LibraryDevice[]>('/devices') });

export const usePreferences = () =>
  useQuery({ queryKey: ['preferences'], queryFn: () => api.get<Preferences>('/shop/preferences') });
