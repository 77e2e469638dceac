import { useSearchParams } from 'react-router';

export const MOST_CURVES = 8;

export type Levels = 'own' | 'raw';

/** What is laid over each other, kept in the address so that it can be passed on. */
export function useOverlay() {
  const [params, setParams] = useSearchParams();
  const chosen = params.get('c')?.split(',').filter(Boolean) ?? [];
  const change = (part: Record<string, string | null>) =>
    setParams(
      (before) => {
        const now = new URLSearchParams(before);
        for (const [name, value] of Object.entries(part)) {
          if (value) now.set(name, value);
          else now.delete(name);
        }
        return now;
      },
      { replace: true },
    );
  return {
    /** ids of captures in the order in which they were chosen */
    chosen,
    levels: (params.get('levels') === 'raw' ? 'raw' : 'own') as Levels,
    otherJobId: params.get('job'),
    choose: (ids: readonly string[]) => change({ c: ids.slice(0, MOST_CURVES).join(',') || null }),
    setLevels: (levels: Levels) => change({ levels: levels === 'raw' ? 'raw' : null }),
    setOtherJob: (id: string | null) => change({ job: id }),
  };
}
