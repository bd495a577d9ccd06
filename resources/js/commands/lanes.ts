import { STROKES, type Stroke } from '../music/lanes';
import { LANE, settings } from '../settings/settings.svelte';
import type { Command } from './studio';

const STEP = 24;

const lane: Command = ({ desk }, { to, name }) => {
  const { lanes } = desk;
  if (name) {
    if (!lanes.has(name)) {
      desk.say(
        `There is no lane “${name}”; there are velocity, release, cc0 to cc127, bend, pressure and program.`,
        'refused',
      );
      return;
    }
    lanes.show(name);
    desk.say(lanes.said, 'hint');
    return;
  }
  const { title } = lanes.of(lanes.current);
  const height = () => settings.lanes.find((shown) => shown.name === lanes.current)?.height ?? LANE.usual;
  const resized = (by: number) => () => {
    settings.lane = true;
    lanes.resize(lanes.current, by);
    return `${title} lane, ${height()} pixels high`;
  };
  const goTo = (by: 1 | -1) => () => {
    const all = settings.lanes;
    const at = all.findIndex((shown) => shown.name === lanes.current);
    if (all.length === 0) return 'No lane is shown; lane name=cc11 shows one.';
    lanes.show(all[(at + by + all.length) % all.length].name);
    return lanes.said;
  };
  const does: Record<string, () => string> = {
    toggle: () => {
      settings.lane = !settings.lane;
      return settings.lane ? `${title} lane, ${height()} pixels high` : 'Lanes hidden';
    },
    tall: resized(height() >= LANE.tall ? LANE.usual : LANE.tall),
    taller: resized(height() + STEP),
    lower: resized(height() - STEP),
    next: goTo(1),
    previous: goTo(-1),
    up: () => {
      lanes.move(lanes.current, -1);
      return `${title} lane moved up`;
    },
    down: () => {
      lanes.move(lanes.current, 1);
      return `${title} lane moved down`;
    },
    mute: () =>
      lanes.mute(lanes.current)
        ? `${title} is not heard for the moment; it stays in the song`
        : `${title} is heard again`,
    remove: () => {
      lanes.hide(lanes.current);
      return `${title} lane put away; its points stay`;
    },
    held: () => {
      const { held } = lanes;
      if (held.length === 0) return 'Nothing lies in any lane yet.';
      settings.lanes = held.map(
        (one) => settings.lanes.find((shown) => shown.name === one) ?? { name: one, height: LANE.usual },
      );
      lanes.show(held.includes(lanes.current) ? lanes.current : held[0]);
      return `Lanes that hold something: ${held.map((one) => lanes.of(one).title).join(', ')}`;
    },
  };
  desk.say(does[to ?? 'toggle'](), 'hint');
};

/** Sets of lanes under names: taken, kept or forgotten. */
const laneSet: Command = ({ desk }, { what, name }) => {
  const known = Object.keys(settings.laneSets);
  const wanted = name ?? known[(known.findIndex((one) => same(settings.laneSets[one])) + 1) % known.length];
  if (what === 'keep') {
    const called = name ?? `Lanes ${known.length + 1}`;
    settings.laneSets = { ...settings.laneSets, [called]: [...settings.lanes] };
    desk.say(`${settings.lanes.length} lanes kept as “${called}”`);
    return;
  }
  const set = wanted === undefined ? undefined : settings.laneSets[wanted];
  if (!set) {
    const there =
      known.length > 0 ? `Kept are ${known.join(', ')}.` : 'lane-set what=keep keeps the lanes that are shown.';
    desk.say(name ? `No lanes are kept as “${name}”. ${there}` : `No lanes are kept yet. ${there}`, 'refused');
    return;
  }
  if (what === 'forget') {
    settings.laneSets = Object.fromEntries(Object.entries(settings.laneSets).filter(([one]) => one !== wanted));
    desk.say(`“${wanted}” is not kept any more`);
    return;
  }
  settings.lane = true;
  settings.lanes = [...set];
  if (!set.some((shown) => shown.name === desk.lanes.current) && set[0]) desk.lanes.current = set[0].name;
  desk.say(`Lanes “${wanted}”: ${set.map((shown) => desk.lanes.of(shown.name).title).join(', ')}`, 'hint');
};

const same = (set: readonly { name: string }[]) =>
  set.map(({ name }) => name).join() === settings.lanes.map(({ name }) => name).join();

const stroke: Command = ({ desk }, { to }) => {
  const { hands } = desk;
  hands.stroke =
    to === 'next' || to === undefined ? STROKES[(STROKES.indexOf(hands.stroke) + 1) % STROKES.length] : (to as Stroke);
  desk.say(`The draw hand draws in lanes: ${hands.stroke}`, 'hint');
};

export const laneCommands: Record<string, Command> = {
  lane,
  'lane-set': laneSet,
  'lane-stroke': stroke,
  'points-along': ({ desk }) => {
    settings.pointsAlong = !settings.pointsAlong;
    desk.say(
      settings.pointsAlong
        ? 'Points go along where a range is copied, cut, opened or closed'
        : 'Points stay where a range is copied, cut, opened or closed',
      'hint',
    );
  },
};
