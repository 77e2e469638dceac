/** The postmaster that works in this data folder; null when none runs. */
export function postmasterOf(data: string): Promise<{ pid: number; port: number; ready: boolean } | null>;
