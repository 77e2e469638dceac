import { useEffect } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { TriangleAlert } from 'lucide-react';
import { api } from '../api/client.ts';
import { useAway } from './away-store.ts';
import './away-banner.css';

const ASK_AGAIN_MS = 2_000;

/** Says why nothing can be read or saved for the moment, asks again by itself, and fetches everything anew after. */
export function AwayBanner() {
  const says = useAway((s) => s.says);
  const set = useAway((s) => s.set);
  const queries = useQueryClient();
  useEffect(() => {
    if (says === null) return;
    const ask = () =>
      api.get('/health').then(
        () => {
          set(null);
          void queries.invalidateQueries();
        },
        () => undefined,
      );
    const timer = setInterval(() => void ask(), ASK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [says, set, queries]);
  if (says === null) return null;
  return (
    <div className="away no-print" role="alert">
      <TriangleAlert size={18} aria-hidden />
      <span>{says}</span>
    </div>
  );
}
