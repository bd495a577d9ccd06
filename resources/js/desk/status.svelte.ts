export interface Message {
  text: string;
  kind: 'done' | 'refused' | 'hint';
}

const NOTHING: Message = { text: '', kind: 'hint' };

/** What is said of a change, such as another view, is said no later than so many ms after or before it. */
const SAID_WITH_IT_MS = 150;

/** What the status line says. */
export class Status {
  message = $state.raw<Message>(NOTHING);
  #at = 0;

  /** @param now ms of the page's clock */
  constructor(private readonly now: () => number = () => performance.now()) {}

  say(text: string, kind: Message['kind'] = 'done'): void {
    this.message = { text, kind };
    this.#at = this.now();
  }

  /** Something else is looked at or done now: what was said before is about what is not there any more. */
  passed(): void {
    if (this.now() - this.#at > SAID_WITH_IT_MS) this.message = NOTHING;
  }

  /** As `passed()`, where it is a refusal: that it was refused is over once something else is done. */
  refusalPassed(): void {
    if (this.message.kind === 'refused') this.passed();
  }
}
