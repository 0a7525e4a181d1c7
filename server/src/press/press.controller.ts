import { createReadStream } from 'node:fs';
import { Controller, Get, Header, HttpCode, Param, Post, Req, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { bodyOf } from '../pictures/body.ts';
import { PressService } from './press.service.ts';

@ApiTags('press')
@Controller()
export class PressController {
  constructor(private readonly press: PressService) {}

  /** Sends the archive of a finished run to the stand-in press. */
  @Post('runs/:id/press')
  @HttpCode(200)
  run(@Param('id') id: string) {
    return this.press.takeRun(id);
  }

  /** Sends any archive of plates to the stand-in press. */
  @Post('press')
  @HttpCode(200)
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async archive(@Req() request: Request) {
    return this.press.takeArchive(new Uint8Array(await bodyOf(request)));
  }

  @Get('press/:id/proof')
  @Header('Content-Type', 'image/png')
  proof(@Param('id') id: string): StreamableFile {
    return new StreamableFile(createReadStream(this.press.proofFile(id)));
  }
}
