import type { Schemas } from '../../../api/client';

type Message = Schemas['CloudOut'];

/** A cloud of landings as it is being flown: it grows until it is done, stopped, or the page goes. */
export class Cloud {
  points = $state.raw<number[][]>([]);
  latest = $state.raw<Message | undefined>();
  running = $state(false);
  failed = $state('');
  /** Stopped by hand before anything had come back. */
  emptied = $state(false);
  #source: EventSource | undefined;

  start(address: string): void {
    this.stop();
    this.points = [];
    this.latest = undefined;
    this.failed = '';
    this.emptied = false;
    this.running = true;
    const source = new EventSource(address);
    this.#source = source;
    source.onmessage = (event: MessageEvent<string>) => {
      const message = JSON.parse(event.data) as Message;
      this.points = [...this.points, ...message.points];
      this.latest = message;
    };
    source.addEventListener('end', () => this.stop());
    source.onerror = () => {
      if (this.running) this.failed = 'The cloud could not be flown on: no answer. Try again.';
      this.stop();
    };
  }

  stop(): void {
    this.#source?.close();
    this.#source = undefined;
    this.running = false;
  }

  giveUp(): void {
    this.stop();
    this.emptied = !this.latest;
  }

  get done(): number {
    return this.latest?.done ?? 0;
  }
}
