import { setting, type Switch } from '../settings/settings.svelte';
import type { Command } from './command';

/** A command that switches something on or off, and says which. */
export function switching(name: Switch, on: string, off: string): Command<'status'> {
  return ({ status }) => status.say(setting.toggle(name) ? on : off, 'hint');
}
