export const MAX_PITCH = 127;

/** The widest a grid line may crowd another before it is left out, in CSS pixels. */
export const NARROWEST_GAP = 6;

/** BPM a tempo may be set to; compared with the core, which checks them. */
export const SLOWEST = 10;
export const FASTEST = 400;

/** The swing at which every second line lies on the next one but a quarter. */
export const FULL_SWING = 150;

/** Roots and meters that are offered; others can be written. */
export const ROOTS = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
export const METERS = ['4/4', '3/4', '2/4', '5/4', '6/8', '7/8', '9/8', '12/8', '2/2'];
