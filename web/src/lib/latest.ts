/**
 * Runs one call at a time; of those asked for meanwhile only the latest follows.
 * A drag asks far more often than the server answers.
 */
export class Latest<A> {
  private running = false;
  private next: { value: A } | null = null;

  constructor(private readonly call: (value: A) => Promise<void>) {}

  ask(value: A) {
    this.next = { value };
    if (!this.running) void this.run();
  }

  drop() {
    this.next = null;
  }

  private async run() {
    this.running = true;
    while (this.next) {
      const { value } = this.next;
      this.next = null;
      await this.call(value);
    }
    this.running = false;
  }
}
