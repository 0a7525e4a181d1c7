import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Body, Controller, Inject, Logger, Param, Post, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { LEAST_SIDE, scannedPpi } from '@chromatype/core';
import type { Response } from 'express';
import { inNewFolder } from '../disk/incoming.ts';
import { sha256Of } from '../disk/sha256.ts';
import { isDiskFull } from '../errors/disk-full.ts';
import { Refused } from '../errors/refused.ts';
import { Limited } from '../limits/limited.ts';
import { PictureError } from '../pictures/picture-error.ts';
import type { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { UnscreenDto } from './unscreen.dto.ts';

/** Share of the work after which the picture is taken in. */
const MADE = 0.9;

/** Pictures that are made of scanned prints. */
@ApiTags('pictures')
@Controller('pictures')
export class UnscreenController {
  private readonly log = new Logger(UnscreenController.name);

  constructor(
    private readonly pictures: PicturesService,
    private readonly threads: RenderThreads,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /**
   * Takes the screen out of a scanned print. The answer comes line by line, each a JSON object: `{ share }` while it works,
   * then `{ picture }`, or `{ message }` where it cannot be done. Closing the connection ends the work.
   */
  @Post(':hash/unscreened')
  @Limited('pictures')
  async unscreened(@Param('hash') hash: string, @Body() asked: UnscreenDto, @Res() response: Response): Promise<void> {
    const scan = await this.pictures.get(hash);
    const region = asked.region ?? null;
    if (region && (region.x + region.width > scan.width || region.y + region.height > scan.height))
      throw new Refused(422, 'The region reaches beyond the scan; choose it again.');
    if (Math.min(region?.width ?? scan.width, region?.height ?? scan.height) < LEAST_SIDE)
      throw new Refused(422, `The region is smaller than ${LEAST_SIDE} × ${LEAST_SIDE} pixels; choose a larger one.`);
    const over = new AbortController();
    response.on('close', () => over.abort());
    response.status(200).set({ 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' });
    const tell = (line: object) => response.write(`${JSON.stringify(line)}\n`);
    try {
      const picture = await this.make(scan, asked, (share) => tell({ share }), over.signal);
      tell({ picture });
    } catch (error) {
      if (over.signal.aborted) return;
      tell({ message: sentenceOf(error) });
      if (!(error instanceof PictureError) && !isDiskFull(error)) this.log.error(error);
    } finally {
      response.end();
    }
  }

  private make(
    scan: PictureEntity,
    { region = null, ppi = null }: UnscreenDto,
    tell: (share: number) => void,
    signal: AbortSignal,
  ): Promise<PictureEntity> {
    return inNewFolder(this.settings.data, async (folder) => {
      const file = join(folder, 'original');
      const [stored] = await this.pictures.filesOfHashes([scan.hash]);
      const { refused } = await this.threads.unscreen(
        { scan: stored!, region, ppi: ppi ?? scannedPpi(scan), file },
        (share) => tell(MADE * share),
        signal,
      );
      if (refused) throw new PictureError(refused);
      const received = { folder, file, hash: await sha256Of(file), bytes: (await stat(file)).size };
      tell(MADE);
      return this.pictures.add(received, `${scan.name.replace(/\.[^.]*$/, '').slice(0, 260)}, without its screen.png`);
    });
  }
}

function sentenceOf(error: unknown): string {
  if (error instanceof PictureError) return error.message;
  if (isDiskFull(error)) return 'The disk of the server is full; delete something and try again.';
  return 'The screen could not be taken away; the server has noted why. Try again.';
}
