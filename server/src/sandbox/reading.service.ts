import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { headOf } from '../disk/head-of.ts';
import { saysItMoves } from '../clips/reading/moves.ts';
import { mayBeSvg } from '../pictures/reading/svg/svg-text.ts';
import { type Bounds, GivenUp, Lane } from './lane.ts';
import type { Input, Output } from './tasks.ts';

const PICTURE: Bounds = { seconds: 120, what: 'picture' };
const CLIP: Bounds = { seconds: 900, what: 'clip' };
const ARTWORK: Bounds = { seconds: 120, what: 'layered file' };
const TEMPLATE: Bounds = { seconds: 60, what: 'template' };
const ARCHIVE: Bounds = { seconds: 60, what: 'archive' };

/**
 * At which share of its usual size a drawing is drawn, and how long that may take in seconds: 20 in all. A drawing that is
 * smaller is better than none.
 */
const DRAWINGS: readonly { readonly svgShare: number; readonly seconds: number }[] = [
  { svgShare: 1, seconds: 10 },
  { svgShare: 1 / 2, seconds: 6 },
  { svgShare: 1 / 4, seconds: 4 },
];

/** Milliseconds after the start until processes are started that have nothing to do yet. */
const WARM_AFTER = 2000;

/** Memory of the processes in MB: together they stay within 2.2 GB. */
const PICTURES_MB = 700;
const DRAWINGS_MB = 500;
const ARCHIVES_MB = 300;

/**
 * Whether a file may hold many frames, by its first bytes: a GIF, an archive, a PNG or WebP that says that it moves. A PNG
 * whose profile stands before that is taken for a still, which has less time.
 */
function mayMove(head: Uint8Array): boolean {
  const text = Buffer.from(head).toString('latin1');
  if (text.startsWith('GIF8') || text.startsWith('PK')) return true;
  if (text.slice(1, 4) === 'PNG') return text.includes('acTL');
  return saysItMoves(head);
}

/** Reads files that come from outside: pictures, drawings and archives, each in a process of their own. */
@Injectable()
export class ReadingService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly pictures = new Lane(PICTURES_MB);
  private readonly clips = new Lane(PICTURES_MB);
  private readonly drawings = new Lane(DRAWINGS_MB);
  private readonly archives = new Lane(ARCHIVES_MB);
  private warming: NodeJS.Timeout | undefined;

  onApplicationBootstrap(): void {
    // The first page comes first.
    this.warming = setTimeout(() => {
      for (const lane of [this.pictures, this.drawings]) lane.warmUp();
    }, WARM_AFTER).unref();
  }

  async storePicture(input: Input<'storePicture'>): Promise<Output<'storePicture'>> {
    const head = await headOf(input.file);
    if (mayBeSvg(head)) return this.draw(input);
    return mayMove(head)
      ? this.clips.run('storePicture', input, CLIP)
      : this.pictures.run('storePicture', input, PICTURE);
  }

  /** Draws as large as time allows. */
  private async draw(input: Input<'storePicture'>): Promise<Output<'storePicture'>> {
    let last: GivenUp | null = null;
    for (const { svgShare, seconds } of DRAWINGS) {
      try {
        return await this.drawings.run('storePicture', { ...input, svgShare }, { seconds, what: 'drawing' });
      } catch (error) {
        if (!(error instanceof GivenUp)) throw error;
        last = error;
      }
    }
    throw last ?? new Error('A drawing was not drawn at any size.');
  }

  addFrame(input: Input<'addFrame'>): Promise<Output<'addFrame'>> {
    return this.clips.run('addFrame', input, PICTURE);
  }

  endFrames(input: Input<'endFrames'>): Promise<Output<'endFrames'>> {
    return this.clips.run('endFrames', input, PICTURE);
  }

  writeMissingLevels(input: Input<'writeMissingLevels'>): Promise<Output<'writeMissingLevels'>> {
    return this.pictures.run('writeMissingLevels', input, PICTURE);
  }

  inspectPackage(input: Input<'inspectPackage'>): Promise<Output<'inspectPackage'>> {
    return this.archives.run('inspectPackage', input, ARCHIVE);
  }

  readTemplate(input: Input<'readTemplate'>): Promise<Output<'readTemplate'>> {
    return this.archives.run('readTemplate', input, TEMPLATE);
  }

  readArtwork(input: Input<'readArtwork'>): Promise<Output<'readArtwork'>> {
    return this.pictures.run('readArtwork', input, ARTWORK);
  }

  onModuleDestroy(): void {
    clearTimeout(this.warming);
    for (const lane of [this.pictures, this.clips, this.drawings, this.archives]) lane.close();
  }
}
