import type { Catalog, Instrument, OwnBank, VoiceName } from '../api';

/** Something a track can play, as it stands in the list of them. */
export interface Playable {
  /** what is chosen by it, as attributes of the line `track` */
  values: Record<string, string>;
  title: string;
  /** under what it stands */
  family: string;
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
      words: [title, family, ...said].join(' ').toLowerCase(),
      as: { voice: one.voice, instrument: { ...one, isChosen: true } },
    };
  });
  const own = banks.flatMap(({ name: bank, presets }) =>
    presets.map((preset): Playable => ({
      values: { instrument: preset.name },
      title: preset.title,
      family: bank,
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
    words: `light voice ${voice} synthesizer`,
    as: { voice, instrument: null },
  }));
  return [...own, ...shipped, ...light];
}

/** Those with all words that were typed, in the order of the list. */
export function found(all: readonly Playable[], typed: string): Playable[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (one: Playable) => words.every((word) => one.words.includes(word));
  // What begins so comes first.
  const begins = (one: Playable) => one.title.toLowerCase().startsWith(typed.trim().toLowerCase());
  return all
    .filter(has)
    .map((one, place) => ({ one, place }))
    .sort((a, b) => Number(begins(b.one)) - Number(begins(a.one)) || a.place - b.place)
    .map(({ one }) => one);
}
