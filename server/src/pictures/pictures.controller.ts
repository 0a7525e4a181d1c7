import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Controller, Get, Header, Param, ParseIntPipe, Post, Query, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { bodyOf } from './body.ts';
import { PicturesService } from './pictures.service.ts';

const FOREVER = 'private, max-age=31536000, immutable';

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

  /** Rows of a reduced copy, 2^level times smaller, for a first look at a sheet. */
  @Get(':hash/levels/:level')
  @Header('Content-Type', 'application/octet-stream')
  @Header('Cache-Control', FOREVER)
  async level(@Param('hash') hash: string, @Param('level', ParseIntPipe) level: number): Promise<StreamableFile> {
    return new StreamableFile(createReadStream(await this.pictures.level(hash, level), { highWaterMark: 1 << 20 }));
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
