import { open } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Controller, Get, Inject, Param, Post, Query, Req, Res, type StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { receive } from '../disk/receive.ts';
import { sendFile } from '../disk/send-file.ts';
import { wholeNumber } from '../errors/whole-number.ts';
import { Limited } from '../limits/limited.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { PicturesService } from './pictures.service.ts';

/** Content is known by its hash, so it never changes. Only answers that hold it say so. */
const FOREVER = 'private, max-age=31536000, immutable';
const BYTES = { 'Content-Type': 'application/octet-stream', 'Cache-Control': FOREVER };

const isLocal = (request: Request): boolean => /^(::1|(::ffff:)?127\.)/.test(request.socket.remoteAddress ?? '');

@ApiTags('pictures')
@Controller('pictures')
export class PicturesController {
  constructor(
    private readonly pictures: PicturesService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** Takes the file itself as the request's body. */
  @Post()
  @Limited('pictures')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async add(@Req() request: Request, @Query('name') name = '') {
    return receive(this.settings.data, request, (received) => this.pictures.add(received, name.slice(0, 300)));
  }

  @Get(':hash')
  get(@Param('hash') hash: string) {
    return this.pictures.get(hash);
  }

  /** The picture as the engine reads it: rows of 8-bit sRGB, one or four channels. */
  @Get(':hash/pixels')
  async pixels(@Param('hash') hash: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    const { width, height, channels } = await this.pictures.get(hash);
    const file = (await open(this.pictures.files(hash).pixels, 'r')).createReadStream({ highWaterMark: 1 << 20 });
    response.set(BYTES);
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
  async level(
    @Param('hash') hash: string,
    @Param('level') level: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    return sendFile(response, await this.pictures.level(hash, wholeNumber(level, 'The level', 0, 99)), BYTES);
  }

  @Get(':hash/thumb.png')
  async thumb(@Param('hash') hash: string, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    await this.pictures.get(hash);
    return sendFile(response, this.pictures.files(hash).thumb, {
      'Content-Type': 'image/png',
      'Cache-Control': FOREVER,
    });
  }

  /** The file as it was uploaded. */
  @Get(':hash/original')
  async original(@Param('hash') hash: string, @Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    await this.pictures.get(hash);
    const headers = { 'Content-Type': 'application/octet-stream', 'Content-Disposition': 'attachment' };
    return sendFile(response, this.pictures.files(hash).original, headers);
  }
}
