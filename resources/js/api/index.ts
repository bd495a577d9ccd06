import { banks } from './banks';
import { catalog } from './catalog';
import { keymaps } from './keymaps';
import { recipes } from './recipes';
import { shelf } from './shelf';
import { songs } from './songs';

export * from './banks';
export * from './catalog';
export * from './client';
export * from './keymaps';
export * from './packed';
export * from './recipes';
export * from './base64';
export * from './shelf';
export * from './answers';
export * from './song';
export * from './songs';
export * from './tables';

/** Every request there is. */
export const api = { ...catalog, ...songs, ...keymaps, ...recipes, ...shelf, ...banks };
