/** What a frame maker asks its surroundings. `P`: a printed drawing. */
export interface FrameMakerParts<P> {
  /** How many drawings may be made at the same time. */
  readonly hands: number;
  /** Prints a drawing. `hand`: which of them does it. Null where another one must be printed first. */
  print(hand: number, drawing: number): Promise<P | null>;
  /** Lets a drawing go that is not shown any more. */
  drop(picture: P): void;
  /** Hears that a drawing is there. */
  told(): void;
  /** Hears that one could not be printed. */
  failed(error: unknown): void;
}

/** What is to be made. */
export interface FrameWork {
  readonly drawings: number;
  /** Drawings that are kept at most. */
  readonly most: number;
  /** Whether each needs the one before it, so that one hand makes them in their order. */
  readonly inOrder: boolean;
}

interface Made<P> {
  readonly version: number;
  readonly picture: P;
}

/**
 * Makes the drawings of a clip ahead of where it is played, and keeps them. Drawings of an older state of the job stay in
 * sight until newer ones are there.
 */
export class FrameMaker<P> {
  private readonly made = new Map<number, Made<P>>();
  private work: FrameWork = { drawings: 0, most: 0, inOrder: false };
  private version = 0;
  private busy: boolean[];
  private readonly asked = new Set<string>();
  private head = 0;
  private range: readonly [number, number] = [0, 0];
  private closed = false;
  private broken = false;

  constructor(private readonly parts: FrameMakerParts<P>) {
    this.busy = Array.from({ length: parts.hands }, () => false);
  }

  /** Begins anew: all drawings are to be made again. */
  restart(work: FrameWork): void {
    this.version++;
    this.work = work;
    this.broken = false;
    for (const [drawing, { picture }] of this.made) {
      if (drawing < work.drawings) continue;
      this.made.delete(drawing);
      this.parts.drop(picture);
    }
    this.pump();
  }

  /** Says where the clip is played, and which drawings are played at all: these are made first. */
  lookAt(drawing: number, range: readonly [number, number]): void {
    this.head = drawing;
    this.range = range;
    this.pump();
  }

  /** A drawing that may be shown: a fresh one, or the last that there was. */
  at(drawing: number): P | null {
    return this.made.get(drawing)?.picture ?? null;
  }

  isFresh(drawing: number): boolean {
    return this.made.get(drawing)?.version === this.version;
  }

  /** How many drawings of the present state are there. */
  ready(): number {
    let count = 0;
    for (const { version } of this.made.values()) if (version === this.version) count++;
    return count;
  }

  close(): void {
    this.closed = true;
    for (const { picture } of this.made.values()) this.parts.drop(picture);
    this.made.clear();
  }

  /** Drawings in the order in which they are wanted: from the head to the end of what is played, and round again. */
  private *wanted(): Generator<number> {
    const { drawings, most, inOrder } = this.work;
    if (inOrder) {
      for (let k = 0; k < drawings; k++) yield k;
      return;
    }
    const [first, last] = this.range;
    const span = last - first + 1;
    const head = Math.min(last, Math.max(first, this.head));
    yield this.head;
    for (let k = 0; k < Math.min(span, most); k++) yield first + ((head - first + k) % span);
  }

  private next(): number | null {
    for (const drawing of this.wanted()) {
      if (drawing < 0 || drawing >= this.work.drawings) continue;
      if (!this.isFresh(drawing) && !this.asked.has(`${this.version} ${drawing}`)) return drawing;
      // What needs the one before it waits until that is there.
      if (this.work.inOrder && !this.isFresh(drawing)) return null;
    }
    return null;
  }

  private pump(): void {
    if (this.closed || this.broken) return;
    for (let hand = 0; hand < (this.work.inOrder ? 1 : this.busy.length); hand++) {
      if (this.busy[hand]) continue;
      const drawing = this.next();
      if (drawing === null) return;
      void this.make(hand, drawing);
    }
  }

  private async make(hand: number, drawing: number): Promise<void> {
    const { version } = this;
    const name = `${version} ${drawing}`;
    this.busy[hand] = true;
    this.asked.add(name);
    try {
      const picture = await this.parts.print(hand, drawing);
      if (picture && !this.closed && version === this.version) this.keep(drawing, { version, picture });
      else if (picture) this.parts.drop(picture);
    } catch (error) {
      if (version === this.version && !this.closed) {
        this.broken = true;
        this.parts.failed(error);
      }
    } finally {
      this.asked.delete(name);
      this.busy[hand] = false;
      this.pump();
    }
  }

  private keep(drawing: number, made: Made<P>): void {
    const old = this.made.get(drawing);
    if (old) this.parts.drop(old.picture);
    this.made.set(drawing, made);
    this.letGo();
    this.parts.told();
  }

  /** Lets go of the drawings that are played last, where more are there than are kept. */
  private letGo(): void {
    if (this.made.size <= this.work.most) return;
    const ahead = (drawing: number): number => {
      const by = drawing - this.head;
      return by >= 0 ? by : by + this.work.drawings;
    };
    const farthest = [...this.made.keys()].sort((a, b) => ahead(b) - ahead(a));
    for (const drawing of farthest.slice(0, this.made.size - this.work.most)) {
      this.parts.drop(this.made.get(drawing)!.picture);
      this.made.delete(drawing);
    }
  }
}
