import { mkdir, rename } from 'node:fs/promises';
import { dirname } from 'node:path';
import { Injectable } from '@nestjs/common';
import { flush, flushName } from '../disk/flush.ts';
import { Refused } from '../errors/refused.ts';
import type { PartWork } from '../parts/part-work.ts';
import type { StoredPicture } from '../render/file-source.ts';

/** A part that somebody waits for. */
export interface WantedPart {
  readonly work: PartWork;
  readonly pictures: readonly StoredPicture[];
  /** Where its file belongs. */
  readonly file: string;
}

/** Parts that are wanted at present, by their ids. What is not among them is refused. */
@Injectable()
export class OpenParts {
  private readonly parts = new Map<string, WantedPart>();

  want(id: string, part: WantedPart): void {
    this.parts.set(id, part);
  }

  forget(id: string): void {
    this.parts.delete(id);
  }

  /** @throws Refused when nobody waits for it any more */
  get(id: string): WantedPart {
    const part = this.parts.get(id);
    if (!part) throw new Refused(410, 'Nobody waits for this part any more.');
    return part;
  }

  /** Whether a picture belongs to a part that is wanted: nothing else is given to machines. */
  pictureOf(hash: string): StoredPicture {
    for (const { pictures } of this.parts.values()) {
      const found = pictures.find((p) => p.hash === hash);
      if (found) return found;
    }
    throw new Refused(410, 'No part that is wanted needs this picture.');
  }

  /** Moves a file that came in to where its part belongs; the same part twice is the same file. */
  async take(id: string, file: string): Promise<void> {
    const { file: place } = this.get(id);
    await flush(file);
    await mkdir(dirname(place), { recursive: true });
    await rename(file, place);
    await flushName(place);
  }
}
