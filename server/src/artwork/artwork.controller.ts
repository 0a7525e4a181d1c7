import { Controller, Inject, Post, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { receive } from '../disk/receive.ts';
import { Limited } from '../limits/limited.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { ArtworkService } from './artwork.service.ts';

@ApiTags('artwork')
@Controller('artwork')
export class ArtworkController {
  constructor(
    private readonly artwork: ArtworkService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** Takes a layered file, OpenRaster (.ora), as the request's body; its layers are stored as pictures. */
  @Post()
  @Limited('pictures')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  add(@Req() request: Request) {
    return receive(this.settings.data, request, (received) => this.artwork.add(received));
  }
}
