/** What a person set on this machine. Kept by the browser; a song's own data is on the server. */
const KEY = 'jactonic.settings';

const defaults = {
  theme: 'paper' as 'paper' | 'dusk',
  hear: true,
  follow: true,
  loop: true,
  metronome: false,
  bench: true,
  volume: 80,
};

function stored(): Partial<typeof defaults> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}');
  } catch {
    return {};
  }
}

export const settings = $state({ ...defaults, ...stored() });

/** Keeps the settings from now on. Called once, inside an effect root. */
export function keepSettings(): void {
  $effect(() => {
    localStorage.setItem(KEY, JSON.stringify(settings));
    document.documentElement.dataset.theme = settings.theme;
  });
}
