import { closeSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';
import { BankShelf } from '../js/synth/bank-shelf';
import { SHIPPED } from '../js/synth/pack-key';
import { render, type RenderAs, type Rendered } from '../js/sound/rendering';

/** What is asked on the standard input. */
interface Asked {
  what: Rendered;
  files: { path: string; as: RenderAs }[];
  /** where the banks lie, by their names */
  banks: Record<string, string>;
}

/** How often it tells how far it is, in %. */
const TELLS_EVERY = 5;

const { what, files, banks } = JSON.parse(readFileSync(0, 'utf8')) as Asked;
const shelf = new BankShelf(
  async (bank) => {
    if (!banks[bank]) throw new Error(`There is no bank ${bank} here; say where it lies with --bank=${bank}=FILE.`);
    const bytes = readFileSync(banks[bank]);
    return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer;
  },
  (bank, why) => process.stderr.write(`${why} ${bank === SHIPPED ? '' : 'What ships stands in for it.'}\n`),
);

// Whoever asked tells it in a line; nobody is shown where in the program it was.
process.on('uncaughtException', (error) => {
  process.stderr.write(`${error.message.split('\n')[0]}\n`);
  process.exit(1);
});

const asker = process.ppid;
for (const { path, as } of files) {
  let told = -TELLS_EVERY;
  const made = await render(what, as, shelf, (share) => {
    // Whoever asked was killed: nobody waits for it.
    if (process.ppid !== asker) process.exit(1);
    const percent = Math.floor(100 * share);
    if (percent >= told + TELLS_EVERY) process.stderr.write(`${(told = percent)}\n`);
    return true;
  });
  // Under another name until it is whole: a kill leaves nothing that looks like a file.
  const begun = `${path}.begun`;
  try {
    const file = openSync(begun, 'w');
    for (const part of [made!.head, ...made!.parts]) writeSync(file, part);
    closeSync(file);
    renameSync(begun, path);
  } finally {
    rmSync(begun, { force: true });
  }
  const seconds = made!.length / as.rate;
  process.stdout.write(`${JSON.stringify({ path, seconds })}\n`);
}
