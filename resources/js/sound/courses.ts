import type { Clock } from '../music/time';
import { Course } from './course';

/** How long it is known where the song was, for what comes late from a keyboard, in seconds. */
const PAST_SECONDS = 3;

/** The course a song takes, and those it took shortly before: each from a moment on. */
export class Courses {
  #all: Course[] = [];

  /** The one it takes; there is none while it stands. */
  get now(): Course {
    return this.#all.at(-1)!;
  }

  get areNone(): boolean {
    return this.#all.length === 0;
  }

  begin(course: Course): void {
    this.#all = [course];
  }

  end(): void {
    this.#all = [];
  }

  /** The one it took at a moment of the clock of the sound. */
  at(moment: number): Course {
    return this.#all.findLast((course) => course.at <= moment) ?? this.#all[0];
  }

  /** Goes on under another tempo or in another loop from where it is; a loop that lies behind is taken up at once. */
  turn(from: number, clock: Clock, loop: readonly [number, number] | null): void {
    const { now } = this;
    if (now.clock === clock && now.loop?.[0] === loop?.[0] && now.loop?.[1] === loop?.[1]) return;
    const at = Math.max(from, now.at);
    const tick = now.tickAt(at);
    this.#all = [
      ...this.#all.filter((one) => one === now || one.at > at - PAST_SECONDS),
      new Course(at, loop && tick >= loop[1] ? loop[0] : tick, clock, loop),
    ];
  }
}
