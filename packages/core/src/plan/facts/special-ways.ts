/** The way in by which the factory's own outputs drive the speakers, with no new amplifier. */
export const UNAMPLIFIED = 'radio-drives';

export const isUnamplified = (strategy: string): boolean => strategy === UNAMPLIFIED;

/** The way in by which one output goes into both inputs of its box. */
export const ONE_CHANNEL = 'one-channel';
