import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Controller, Get, Header, Param, Post, Query, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { MOST_BYTES } from './normalise.ts';
import { PictureError } from './picture-error.ts';
import { PicturesService } from './pictures.service.ts';

const FOREVER = 'private, max-age=31536000, immutable';

/** Reads a request's body whole, up to the largest file that is taken. */
async function bodyOf(request: Request): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let bytes = 0;
  for await (const piece of request as AsyncIterable<Buffer>) {
    bytes += piece.length;
    // What goes beyond is read and thrown away, so that the sender gets to see the answer.
    if (bytes <= MOST_BYTES) pieces.push(piece);
    else pieces.length = 0;
  }
  if (bytes > MOST_BYTES) throw new PictureError('This file is larger than 100 MB; make it smaller first.', 413);
  return Buffer.concat(pieces);
}

const isLocal = (request: Request): boolean => /^(::1|(::ffff:)?127\.)/.test(request.socket.remoteAddress ?? '');

@ApiTags('pictures')
@Controller('pictures')
export class PicturesController {
  constructor(private readonly pictures: PicturesService) {}

  /** Takes the file itself as the request's body. */
  @Post()
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async add(@Req() request: Request, @Query('name') name = '') {
    return this.pictures.add(await bodyOf(request), name.slice(0, 300));
  }

  @Get(':hash')
  get(@Param('hash') hash: string) {
    return this.pictures.get(hash);
  }

  /** The picture as the engine reads it: rows of 8-bit sRGB, one or four channels. */
  @Get(':hash/pixels')
  async pixels(@Param('hash') hash: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    const { width, height, channels } = await this.pictures.get(hash);
    response.set({ 'Content-Type': 'application/octet-stream', 'Cache-Control': FOREVER });
    const file = createReadStream(this.pictures.files(hash).pixels, { highWaterMark: 1 << 20 });
    try {
      if (isLocal(request) || !request.acceptsEncodings('gzip')) {
        response.set('Content-Length', String(width * height * channels));
        await pipeline(file, response);
      } else {
        response.set('Content-Encoding', 'gzip');
        await pipeline(file, createGzip({ level: 1 }), response);
      }
    } catch (error) {
      // The reader went away in the middle: nothing is left to say to it.
      if ((error as NodeJS.ErrnoException).code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    }
  }

  @Get(':hash/thumb.png')
  @Header('Content-Type', 'image/png')
  @Header('Cache-Control', FOREVER)
  async thumb(@Param('hash') hash: string): Promise<StreamableFile> {
    await this.pictures.get(hash);
    return new StreamableFile(createReadStream(this.pictures.files(hash).thumb));
  }

  /** The file as it was uploaded. */
  @Get(':hash/original')
  @Header('Content-Disposition', 'attachment')
  async original(@Param('hash') hash: string): Promise<StreamableFile> {
    await this.pictures.get(hash);
    return new StreamableFile(createReadStream(this.pictures.files(hash).original));
  }
}
