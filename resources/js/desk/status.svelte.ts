export interface Message {
  text: string;
  kind: 'done' | 'refused' | 'hint';
}

/** What the status line says. */
export class Status {
  message = $state.raw<Message>({ text: '', kind: 'hint' });

  say(text: string, kind: Message['kind'] = 'done'): void {
    this.message = { text, kind };
  }
}
