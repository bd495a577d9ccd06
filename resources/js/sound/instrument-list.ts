import type { Catalog, Instrument, OwnBank, VoiceName } from '../api';

/** Something a track can play, as it stands in the list of them. */
export interface Playable {
  /** what is chosen by it, as attributes of the line `track` */
  values: Record<string, string>;
  title: string;
  /** under what it stands */
  family: string;
  /** what one says for it */
  said: readonly string[];
  /** words it is found by, in small letters */
  words: string;
  /** with what it is heard */
  as: { voice: VoiceName; instrument: (Instrument & { isChosen: boolean }) | null };
}

/** All that a track can play: the instruments that ship, those of banks of one's own, and the light voices. */
export function playables(
  { instruments, voices }: Pick<Catalog, 'instruments' | 'voices'>,
  banks: readonly OwnBank[],
): Playable[] {
  const shipped = instruments.map((one): Playable => {
    const { name, title, family, said } = one;
    return {
      values: { instrument: name },
      title,
      family,
      said,
      words: [title, family, ...said].join(' ').toLowerCase(),
      as: { voice: one.voice, instrument: { ...one, isChosen: true } },
    };
  });
  const own = banks.flatMap(({ name: bank, presets }) =>
    presets.map((preset): Playable => ({
      values: { instrument: preset.name },
      title: preset.title,
      family: bank,
      said: [],
      words: `${preset.title} ${bank}`.toLowerCase(),
      as: {
        voice: preset.isKit ? 'drums' : 'plucked',
        instrument: { ...preset, bank, isChosen: true },
      },
    })),
  );
  const light = (Object.keys(voices) as VoiceName[]).map((voice): Playable => ({
    values: { voice, instrument: 'light' },
    title: `Light ${voice}`,
    family: 'Light voices',
    said: [],
    words: `light voice ${voice} synthesizer`,
    as: { voice, instrument: null },
  }));
  return [...own, ...shipped, ...light];
}

/** Those with all words that were typed: first what is called just so, then what has them in its name, then its family. */
export function found(all: readonly Playable[], typed: string): Playable[] {
  const text = typed.trim().toLowerCase();
  const words = text.split(/\s+/).filter(Boolean);
  const near = ({ title, said }: Playable) => {
    const called = [title.toLowerCase(), ...said];
    if (called.includes(text)) return 0;
    return words.every((word) => called.some((one) => one.includes(word))) ? 1 : 2;
  };
  return all
    .filter((one) => words.every((word) => one.words.includes(word)))
    .map((one, place) => ({ one, place, near: near(one) }))
    .sort((a, b) => a.near - b.near || a.place - b.place)
    .map(({ one }) => one);
}
