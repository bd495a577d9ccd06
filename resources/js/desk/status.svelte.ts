export interface Message {
  text: string;
  kind: 'done' | 'refused' | 'hint';
}

const NOTHING: Message = { text: '', kind: 'hint' };

/** What the status line says. */
export class Status {
  message = $state.raw<Message>(NOTHING);

  say(text: string, kind: Message['kind'] = 'done'): void {
    this.message = { text, kind };
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
      const isOver = now.about !== before.about || (now.focused !== before.focused && now.message.kind === 'refused');
      before = now;
      if (isOld && isOver) {
        this.message = NOTHING;
        before.message = NOTHING;
      }
    });
  }
}
