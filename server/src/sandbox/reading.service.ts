import { open } from 'node:fs/promises';
import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { mayBeSvg } from '../pictures/reading/svg/svg-text.ts';
import { type Bounds, Lane } from './lane.ts';
import type { Input, Output } from './tasks.ts';

const PICTURE: Bounds = { seconds: 120, what: 'picture' };
const DRAWING: Bounds = { seconds: 20, what: 'drawing' };
const ARCHIVE: Bounds = { seconds: 60, what: 'archive' };

/** Memory of the two processes in MB: together, and with the server itself, they stay within 1.5 GB. */
const PICTURES_MB = 700;
const DRAWINGS_MB = 500;

async function isDrawing(file: string): Promise<boolean> {
  const handle = await open(file, 'r');
  try {
    const head = new Uint8Array(512);
    const { bytesRead } = await handle.read(head, 0, head.length, 0);
    return mayBeSvg(head.subarray(0, bytesRead));
  } finally {
    await handle.close();
  }
}

/** Reads files that come from outside, in processes of their own: pictures in one, drawings and archives in another. */
@Injectable()
export class ReadingService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly pictures = new Lane(PICTURES_MB);
  private readonly drawings = new Lane(DRAWINGS_MB);

  onApplicationBootstrap(): void {
    this.pictures.warmUp();
  }

  async storePicture(input: Input<'storePicture'>): Promise<Output<'storePicture'>> {
    return (await isDrawing(input.file))
      ? this.drawings.run('storePicture', input, DRAWING)
      : this.pictures.run('storePicture', input, PICTURE);
  }

  writeMissingLevels(input: Input<'writeMissingLevels'>): Promise<Output<'writeMissingLevels'>> {
    return this.pictures.run('writeMissingLevels', input, PICTURE);
  }

  inspectPackage(input: Input<'inspectPackage'>): Promise<Output<'inspectPackage'>> {
    return this.drawings.run('inspectPackage', input, ARCHIVE);
  }

  onModuleDestroy(): void {
    this.pictures.close();
    this.drawings.close();
  }
}
