/** Which song the address names, if any: `/songs/3`. */
function songInAddress(): number | null {
  const found = /^\/songs\/(\d+)$/.exec(location.pathname);
  return found ? Number(found[1]) : null;
}

export const address = $state({ song: songInAddress() });

window.addEventListener('popstate', () => (address.song = songInAddress()));

/** Goes to a song, or to the list of songs. */
export function go(song: number | null): void {
  history.pushState(null, '', song === null ? '/' : `/songs/${song}`);
  address.song = song;
}
