/** The way in by which the factory's own outputs drive the speakers, with no new amplifier. */
export const UNAMPLIFIED = 'radio-drives';

export const isUnamplified = (strategy: string): boolean => strategy === UNAMPLIFIED;
