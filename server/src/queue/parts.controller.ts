import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Controller, Get, Head, HttpCode, Inject, Param, Put, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiExcludeController } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { receiveInto } from '../disk/receive.ts';
import { inNewFolder } from '../disk/incoming.ts';
import { sendFile } from '../disk/send-file.ts';
import { Refused } from '../errors/refused.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { DIGEST_HEADER, type Hello } from './names.ts';
import { OpenParts } from './open-parts.service.ts';

/** Bytes of the file of a part, at most: a plate of the largest sheet. */
const MOST_BYTES = 4e9;

const BYTES = { 'Content-Type': 'application/octet-stream' };

/** What render machines ask for. They see parts and pictures, and never the database. */
@ApiExcludeController()
@Controller('render')
export class PartsController {
  constructor(
    private readonly parts: OpenParts,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  @Get('hello')
  hello(): Hello {
    return { redis: this.settings.redis! };
  }

  /** Whether somebody still waits for a part. */
  @Head('parts/:id')
  wanted(@Param('id') id: string): void {
    this.parts.get(id);
  }

  /** The work of a part, and what is known of the pictures that it needs. */
  @Get('parts/:id')
  part(@Param('id') id: string) {
    const { work, pictures } = this.parts.get(id);
    const about = pictures.map(({ hash, width, height, channels, clip }) => ({
      hash,
      width,
      height,
      channels,
      clip: clip !== null && clip !== undefined,
    }));
    return { work, pictures: about };
  }

  /** A file of a picture: its pixels, or the frames of a clip and where each ends. */
  @Get('pictures/:hash/:file')
  async picture(
    @Param('hash') hash: string,
    @Param('file') file: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const picture = this.parts.pictureOf(hash);
    const files: Readonly<Record<string, string | undefined>> = {
      pixels: picture.file,
      frames: picture.clip?.frames,
      index: picture.clip?.index,
      small: picture.clip?.small,
    };
    const path = files[file];
    if (!path) throw new Refused(404, 'A picture has no such file.');
    return sendFile(response, path, BYTES);
  }

  /** Takes the file of a finished part. What came in damaged is refused, and made again. */
  @Put('parts/:id')
  @HttpCode(204)
  result(@Param('id') id: string, @Req() request: Request): Promise<void> {
    this.parts.get(id);
    return inNewFolder(this.settings.data, async (folder) => {
      const { file } = await receiveInto(folder, request, MOST_BYTES, 'This part is larger than 4 GB.');
      const hash = createHash('sha256');
      await pipeline(createReadStream(file), hash);
      if (hash.digest('hex') !== request.headers[DIGEST_HEADER])
        throw new Refused(422, 'This part came in damaged; send it again.');
      await this.parts.take(id, join(folder, 'original'));
    });
  }
}
