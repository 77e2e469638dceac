export interface HostileFault {
  what: string;
  request?: string;
  answer?: string;
}
export interface HostileResult {
  count: number;
  seed: number;
  sent: Record<string, number>;
  statuses: Record<string, number>;
  faults: HostileFault[];
  longestMs: number;
}
export function runHostile(options: {
  origin: string;
  count: number;
  seed?: number;
  /** an answer that takes longer is a fault */
  hangMs?: number;
  after?: () => Promise<HostileFault[]>;
}): Promise<HostileResult>;
