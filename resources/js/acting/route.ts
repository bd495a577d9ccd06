import type { Declaration, Phrase } from '../api';
import { isAmount } from '../music/amounts';
import { parseLine, type Line } from '../music/line';
import { arrangingCommands, fallsBack } from '../commands/arranging';
import { wrongIn } from '../commands/parameters';
import type { Tools } from '../commands/command';
import { settings } from '../settings/settings.svelte';
import { commands } from '../commands/table';

/** What ends commands that act while their key is down; undefined where nothing does. */
export type End = (() => void) | undefined;

/** What writes at the caret, and what brings something there. */
const [WRITES, BRINGS] = [
  ['insert', 'chord'],
  ['paste', 'align'],
];
const OCTAVE = 12;
/** What was selected before, and selections that have a name, are the screen's own: no script knows them. */
const ONLY_HERE = /^(back|kept)$/;

/**
 * Where lines go. Edits go to the server, together with what they need between them: in the song to the chosen clips, else
 * to the notes. Commands of the view are done here.
 */
export class Route {
  readonly #edits: ReadonlyMap<string, Declaration>;
  readonly #view: ReadonlyMap<string, Declaration>;

  constructor(private readonly tools: Tools) {
    const { edits, view } = tools.catalog;
    this.#edits = new Map(edits.map((edit) => [edit.name, edit]));
    this.#view = new Map(view.map((command) => [command.name, command]));
  }

  /** Runs lines in a row; gives what ends those that act while their key is down. */
  run(texts: readonly string[], clipboard?: Phrase): End {
    const lines = texts.map(parseLine);
    const instead = this.#instead(lines);
    if (instead) return this.run([instead]);
    if (lines.every(({ name }) => this.#isOfView(name))) return this.#runHere(lines, texts);
    this.tools.why.pressed(texts);
    if (this.tools.panes.reached === 'song') this.#runOnClips(lines, texts, clipboard);
    else this.#runOnNotes(texts, clipboard);
    return undefined;
  }

  /** What the strip says, where nothing is selected, of a key that moves caret or range then; '' for any other. */
  movesInstead(texts: readonly string[]): string {
    const instead = this.#instead(texts.map(parseLine));
    if (!instead) return '';
    const { name, values } = parseLine(instead);
    if (values.pitch) return `caret ${values.pitch.startsWith('-') ? 'down' : 'up'}`;
    return `${name === 'range' ? 'range end' : 'caret'} ${values.by.startsWith('-') ? 'earlier' : 'later'}`;
  }

  #isOfView(name: string): boolean {
    const command = this.#view.get(name);
    return command !== undefined && !command.onServer;
  }

  /** What is done in place of a nudge where nothing is selected; null where it is done itself. */
  #instead(lines: Line[]): string | null {
    const { panes, contents, sender } = this.tools;
    // What is on its way may select something before it is this one's turn.
    const isNoneSelected = contents.selection().length === 0 && sender.waiting === 0;
    const isNoneOfNotes = panes.reached !== 'song' && lines.length === 1 && isNoneSelected;
    return isNoneOfNotes ? withoutNotes(lines[0], this.tools.nudge.amounts) : null;
  }

  #runOnNotes(texts: readonly string[], clipboard?: Phrase): void {
    this.tools.asking.run(texts, {
      clipboard,
      ...(texts.some((text) => stepsOn(parseLine(text))) && { stepsOn: true }),
      done: ({ screen }) => screen?.forEach((line) => this.#runCameBack(line)),
    });
  }

  #runOnClips(lines: Line[], texts: readonly string[], clipboard?: Phrase): void {
    const { applies, asking, sender, status } = this.tools;
    // What is chosen may be another once the edits before are done.
    const whyNot = sender.waiting === 0 ? applies.whyNot(texts) : '';
    // What is about a track is about the one in front, whichever clips are chosen.
    if (lines.every(({ name }) => this.#edits.get(name)?.subject === 'track')) {
      asking.run(texts);
    } else if (whyNot) {
      status.say(whyNot, 'refused');
    } else {
      asking.runOnClips(texts, { clipboard });
    }
  }

  /** What a script left for the screen to do. That the server does not know it either is a fault of ours. */
  #runCameBack(text: string): void {
    const line = parseLine(text);
    if (this.#isOfView(line.name)) this.#runCommand(line);
    else this.tools.status.say(`“${line.name}” came back from the server, and nothing here does it.`, 'refused');
  }

  #runHere(lines: Line[], texts: readonly string[]): End {
    this.tools.recipes.record(texts.filter((_, k) => this.#isInScripts(lines[k])));
    const ends = lines.map((line) => this.#runCommand(line)).filter((end) => end !== undefined);
    return ends.length > 0 ? () => ends.forEach((end) => end()) : undefined;
  }

  #runCommand({ name, values }: Line): End {
    const { panes, status } = this.tools;
    const wrong = wrongIn(this.#view.get(name)!.parameters, values);
    if (wrong) {
      status.say(`${name}: ${wrong}`, 'refused');
      return undefined;
    }
    const command = commands[name];
    if (!command) {
      status.say(`“${name}” is listed, but nothing does it: this is a fault of the program.`, 'refused');
      return undefined;
    }
    const inSong = panes.reached === 'song' ? arrangingCommands[name] : undefined;
    let end = inSong ? inSong(this.tools, values) : fallsBack;
    if (end === fallsBack) end = command(this.tools, values);
    return typeof end === 'function' ? (end as () => void) : undefined;
  }

  #isInScripts({ name, values }: Line): boolean {
    const isOurs = name === 'select' && (values.name !== undefined || ONLY_HERE.test(values.what ?? ''));
    return (this.#view.get(name)?.inScripts ?? false) && !isOurs;
  }
}

/** Whether the caret goes on behind what a line puts in at it, or moves to it. */
function stepsOn({ name, values }: Line): boolean {
  if ((values.at ?? 'caret') !== 'caret') return false;
  return WRITES.includes(name) || (settings.caretGoesOn && BRINGS.includes(name));
}

/** What an edit does where nothing is selected: what would move notes moves the caret, what would lengthen them the end of the range. */
function withoutNotes({ name, values }: Line, [step, larger]: [string, string]): string | null {
  if (name === 'transpose' && (values.semitones || values.octaves)) {
    return `caret pitch=${Number(values.semitones ?? 0) + OCTAVE * Number(values.octaves ?? 0)}`;
  }
  if (name !== 'nudge') return null;
  const by = (values.by ?? 'grid').replace('step2', larger).replace('step', step);
  if (!isAmount(by.replace(/^[+-]/, ''))) return null;
  return values.edge === 'end' ? `range by=${by}` : values.edge ? null : `caret by=${by}`;
}
