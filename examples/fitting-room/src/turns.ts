// What the page tells, one thing after the other: pages, and what is pointed at on each behind it.

/** Works off what is told of pages, in its order. */
export class Turns<Page> {
  #last = Promise.resolve();
  /** The page that was told last, where nothing was told since and it was not begun with. */
  #waiting?: { page?: Page };

  constructor(
    private readonly read: (page: Page) => Promise<unknown>,
    private readonly onTrouble: (error: unknown) => void,
  ) {}

  /** A page that still waits when the next one is told is never read: nobody would see it. */
  tellPage(page: Page): void {
    if (this.#waiting) {
      this.#waiting.page = page;
      return;
    }
    const turn: { page?: Page } = (this.#waiting = { page });
    this.#add(async () => {
      if (this.#waiting === turn) this.#waiting = undefined;
      if (turn.page !== undefined) await this.read(turn.page);
    });
  }

  /** Done behind the page that was told before; it speaks of that one. */
  tell(work: () => Promise<unknown>): void {
    this.#waiting = undefined;
    this.#add(work);
  }

  /** A page that waits is not read. */
  drop(): void {
    if (this.#waiting) this.#waiting.page = undefined;
  }

  #add(work: () => Promise<unknown>): void {
    this.#last = this.#last.then(work).then(() => undefined, this.onTrouble);
  }
}
