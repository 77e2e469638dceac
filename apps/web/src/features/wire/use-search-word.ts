import { useSearchParams } from 'react-router';

/** One word of the address, and how to change it without a step of the history. */
export function useSearchWord(key: string): [string | null, (next: string | null) => void] {
  const [search, setSearch] = useSearchParams();
  const set = (next: string | null) =>
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        if (next === null) params.delete(key);
        else params.set(key, next);
        return params;
      },
      { replace: true },
    );
  return [search.get(key), set];
}
