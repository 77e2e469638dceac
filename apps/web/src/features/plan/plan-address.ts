/** The same view, with the same part in sight, of another plan: a way in, or a kept one. */
export function addressOf(which: { way: string } | { kept: string }, now: URLSearchParams): URLSearchParams {
  const next = new URLSearchParams(which);
  for (const name of ['part', 'feed']) {
    const value = now.get(name);
    if (value !== null) next.set(name, value);
  }
  return next;
}
