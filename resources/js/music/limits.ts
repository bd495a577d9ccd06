export const MAX_PITCH = 127;

/** The widest a grid line may crowd another before it is left out, in CSS pixels. */
export const NARROWEST_GAP = 6;
