import { open } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Controller, Get, Inject, Param, Post, Query, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { fileOfFrame, MOST_CLIP_FRAMES } from '@chromatype/core';
import { FramesService } from '../clips/frames.service.ts';
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
    private readonly frames: FramesService,
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

  /** What is known of a picture, or of a frame of a clip: a hash followed by a dot and the number of the frame. */
  @Get(':hash')
  get(@Param('hash') hash: string) {
    return fileOfFrame(hash).frame > 0 ? this.frames.about(hash) : this.pictures.get(hash);
  }

  /** Small copies of some frames of a clip, RGBA rows, one after the other: what is played while frames are far larger. */
  @Get(':hash/frames/:first')
  async small(
    @Param('hash') hash: string,
    @Param('first') first: string,
    @Query('count') count: string,
    @Res() response: Response,
  ): Promise<void> {
    const from = wholeNumber(first, 'The first frame', 0, MOST_CLIP_FRAMES);
    const bytes = await this.frames.small(hash, from, wholeNumber(count, 'The count', 1, 100));
    response.set(BYTES).send(bytes);
  }

  /** The picture as the engine reads it: rows of 8-bit sRGB, one or four channels. */
  @Get(':hash/pixels')
  async pixels(@Param('hash') hash: string, @Req() request: Request, @Res() response: Response): Promise<void> {
    if (fileOfFrame(hash).frame > 0) {
      const { data } = await this.frames.pixels(hash);
      response.set(BYTES).send(Buffer.from(data.buffer, data.byteOffset, data.byteLength));
      return;
    }
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
    const asked = wholeNumber(level, 'The level', 0, 99);
    if (fileOfFrame(hash).frame > 0) {
      response.set(BYTES);
      return new StreamableFile(await this.frames.level(hash, asked));
    }
    return sendFile(response, await this.pictures.level(hash, asked), BYTES);
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
