import type { VoiceName } from '../api';

/** The built-in voices, apart from what makes them, so that naming them needs no sound library. */
export const VOICE_NAMES: VoiceName[] = ['plucked', 'bass', 'sustained', 'drums'];
