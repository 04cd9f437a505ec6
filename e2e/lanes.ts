/** Journeys that are gone through at once, each lane on a server of its own: one for each of two cores, which wait much of the time. */
export const LANES = 2;
