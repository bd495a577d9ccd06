import { STROKES, type Stroke } from '../music/lanes';
import { LANE, setting, settings } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';

type Command = CommandOf<'hands' | 'lanes' | 'status'>;

const STEP = 24;

const lane: Command = ({ lanes, status }, { to, name }) => {
  if (name) {
    if (!lanes.has(name)) {
      status.say(
        `There is no lane “${name}”; there are velocity, release, cc0 to cc127, bend, pressure and program.`,
        'refused',
      );
      return;
    }
    lanes.show(name);
    status.say(lanes.said, 'hint');
    return;
  }
  const { title } = lanes.of(lanes.current);
  const height = () => settings.lanes.find((shown) => shown.name === lanes.current)?.height ?? LANE.usual;
  const resized = (by: number) => () => {
    setting.turn('lane', true);
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
      return setting.toggle('lane') ? `${title} lane, ${height()} pixels high` : 'Lanes hidden';
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
      setting.lanes(
        held.map((one) => settings.lanes.find((shown) => shown.name === one) ?? { name: one, height: LANE.usual }),
      );
      lanes.show(held.includes(lanes.current) ? lanes.current : held[0]);
      return `Lanes that hold something: ${held.map((one) => lanes.of(one).title).join(', ')}`;
    },
  };
  status.say(does[to ?? 'toggle'](), 'hint');
};

/** Sets of lanes under names: taken, kept or forgotten. */
const laneSet: Command = ({ lanes, status }, { what, name }) => {
  const known = Object.keys(settings.laneSets);
  const wanted = name ?? known[(known.findIndex((one) => same(settings.laneSets[one])) + 1) % known.length];
  if (what === 'keep') {
    const called = name ?? `Lanes ${known.length + 1}`;
    setting.laneSets({ ...settings.laneSets, [called]: [...settings.lanes] });
    status.say(`${settings.lanes.length} lanes kept as “${called}”`);
    return;
  }
  const set = wanted === undefined ? undefined : settings.laneSets[wanted];
  if (!set) {
    const there =
      known.length > 0 ? `Kept are ${known.join(', ')}.` : 'lane-set what=keep keeps the lanes that are shown.';
    status.say(name ? `No lanes are kept as “${name}”. ${there}` : `No lanes are kept yet. ${there}`, 'refused');
    return;
  }
  if (what === 'forget') {
    setting.laneSets(Object.fromEntries(Object.entries(settings.laneSets).filter(([one]) => one !== wanted)));
    status.say(`“${wanted}” is not kept any more`);
    return;
  }
  setting.turn('lane', true);
  setting.lanes([...set]);
  if (!set.some((shown) => shown.name === lanes.current) && set[0]) lanes.current = set[0].name;
  status.say(`Lanes “${wanted}”: ${set.map((shown) => lanes.of(shown.name).title).join(', ')}`, 'hint');
};

const same = (set: readonly { name: string }[]) =>
  set.map(({ name }) => name).join() === settings.lanes.map(({ name }) => name).join();

const stroke: Command = ({ hands, status }, { to }) => {
  hands.stroke =
    to === 'next' || to === undefined ? STROKES[(STROKES.indexOf(hands.stroke) + 1) % STROKES.length] : (to as Stroke);
  status.say(`The draw hand draws in lanes: ${hands.stroke}`, 'hint');
};

export const laneCommands: Record<string, Command> = {
  lane,
  'lane-set': laneSet,
  'lane-stroke': stroke,
  'points-along': ({ status }) => {
    setting.toggle('pointsAlong');
    status.say(
      settings.pointsAlong
        ? 'Points go along where a range is copied, cut, opened or closed'
        : 'Points stay where a range is copied, cut, opened or closed',
      'hint',
    );
  },
};
