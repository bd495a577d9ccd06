import { readdirSync } from 'node:fs';
import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/**
 * The rooms of the interface from the ground up. A room imports from itself and from lower floors only, never from a
 * neighbour on its own floor; what puts them together stands above all.
 */
const FLOORS = [
  ['api'],
  ['music', 'synth'],
  ['look', 'settings'],
  ['song'],
  ['sound'],
  ['devices'],
  ['desk'],
  ['sight'],
  ['asking'],
  ['looking'],
  ['playing'],
  ['pointer', 'keys'],
  ['gestures'],
  ['commands'],
  ['acting'],
  ['songs', 'roll', 'lanes', 'table', 'palette', 'shortcuts', 'frame'],
  // An opened row of the song is a small roll with its lanes.
  ['arrange'],
  ['bench'],
];

const homeless = readdirSync('resources/js', { withFileTypes: true }).filter(
  (entry) => entry.isDirectory() && !FLOORS.flat().includes(entry.name),
);
if (homeless.length > 0) {
  throw new Error(`Give ${homeless.map(({ name }) => name).join(', ')} a place in FLOORS of eslint.config.js.`);
}

const rooms = FLOORS.flatMap((floor, height) =>
  floor.map((room) => {
    const closed = FLOORS.flatMap((rooms, k) => (k < height ? [] : rooms)).filter((other) => other !== room);
    return {
      files: [`resources/js/${room}/**`],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              {
                group: [
                  ...closed.map((other) => `../${other}/*`),
                  ...closed.map((other) => `../${other}`),
                  '../*.svelte',
                ],
                message: `The room ${room} imports from lower floors only; see FLOORS in eslint.config.js.`,
              },
            ],
          },
        ],
      },
    };
  }),
);

export default ts.config(
  { ignores: ['public/build', 'vendor', 'storage', 'test-results', 'playwright-report'] },
  js.configs.recommended,
  ...ts.configs.strict,
  ...svelte.configs.recommended,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'], svelteConfig } },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      // State is replaced as a whole, so the Maps and Sets in it are never changed and need not be reactive.
      'svelte/prefer-svelte-reactivity': 'off',
      // Nobody takes all there is while a song is open: a component says which parts it reads and asks.
      'no-restricted-syntax': [
        'error',
        {
          selector: 'CallExpression[callee.name="getStudio"]:not(VariableDeclarator[id.type="ObjectPattern"] > *)',
          message: 'Take out the parts that are read: const { caret, grid } = getStudio().',
        },
        {
          selector: 'VariableDeclarator[init.callee.name="getStudio"] > ObjectPattern > RestElement',
          message: 'Take out the parts that are read, not all others.',
        },
      ],
    },
  },
  ...rooms,
);
