/** What the address names: `/songs/3` is a song, `/songs/new` the list with a song to begin, anything else the list. */
function read(): { song: number | null; begins: boolean } {
  const [, name] = /^\/songs\/(\d+|new)$/.exec(location.pathname) ?? [];
  return { song: name && name !== 'new' ? Number(name) : null, begins: name === 'new' };
}

export const address = $state(read());

window.addEventListener('popstate', () => Object.assign(address, read()));

/** Goes to a song, to the list of songs, or there to begin a new one. */
export function go(to: number | 'new' | null): void {
  history.pushState(null, '', to === null ? '/' : `/songs/${to}`);
  Object.assign(address, read());
}
