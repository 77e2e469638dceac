/**
 * Raised when the same job comes to other plans than before, so that plans that were kept then are worked out again. A
 * test holds what the demo cars come to.
 */
export const PLANNER_VERSION = 5;
