export interface Message {
  text: string;
  kind: 'done' | 'refused' | 'hint';
}

const NOTHING: Message = { text: '', kind: 'hint' };

/** A refusal stays for so many ms where the keys only go back to where they were. */
const READ_MS = 400;

/** What the status line says. */
export class Status {
  message = $state.raw<Message>(NOTHING);
  #saidAt = 0;

  say(text: string, kind: Message['kind'] = 'done'): void {
    this.message = { text, kind };
    this.#saidAt = performance.now();
  }

  /** Something else is done now: a refusal of before is over. */
  refusalPassed(): void {
    if (this.message.kind === 'refused') this.message = NOTHING;
  }

  /**
   * Takes away what was said once what it was about is not there any more; what is said together with the change stays.
   * Called once, inside a component.
   *
   * @param about tells what is looked at and done
   * @param focused counts the controls that took the keys: a refusal goes with the one it was said of
   */
  follow(about: () => string, focused: () => number): void {
    let before = { about: about(), focused: focused(), message: this.message };
    $effect(() => {
      const now = { about: about(), focused: focused(), message: this.message };
      const isOld = now.message === before.message;
      const isLeft = now.focused !== before.focused && performance.now() - this.#saidAt > READ_MS;
      const isOver = now.about !== before.about || (isLeft && now.message.kind === 'refused');
      before = now;
      if (isOld && isOver) {
        this.message = NOTHING;
        before.message = NOTHING;
      }
    });
  }
}
