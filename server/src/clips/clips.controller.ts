import { Body, Controller, Delete, HttpCode, Param, Post, Put, Query, Req } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { MOST_CLIP_FRAMES } from '@chromatype/core';
import { wholeNumber } from '../errors/whole-number.ts';
import { Limited } from '../limits/limited.ts';
import { ClipBeginDto, ClipEndDto } from './clips.dto.ts';
import { ClipsService } from './clips.service.ts';

@ApiTags('clips')
@Controller('clips')
export class ClipsController {
  constructor(private readonly clips: ClipsService) {}

  /** Takes a film, MP4 or WebM, as the request's body. Its frames come after it. */
  @Post()
  @Limited('pictures')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  begin(@Req() request: Request, @Query() asked: ClipBeginDto) {
    return this.clips.begin(request, asked);
  }

  /** Takes a ZIP archive of stills as the request's body: the frames of a clip. */
  @Post('archive')
  @Limited('pictures')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  archive(@Req() request: Request, @Query('name') name = '') {
    return this.clips.archive(request, name.slice(0, 300));
  }

  /** Takes a frame, a JPEG, PNG or WebP, as the request's body; frames come in their order. */
  @Put(':id/frames/:place')
  @HttpCode(204)
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  frame(@Param('id') id: string, @Param('place') place: string, @Req() request: Request): Promise<void> {
    return this.clips.frame(id, wholeNumber(place, 'The frame', 0, MOST_CLIP_FRAMES), request);
  }

  /** Stores a film whose frames are all there, and answers with the picture that it is. */
  @Post(':id/end')
  end(@Param('id') id: string, @Body() { ends }: ClipEndDto) {
    return this.clips.end(id, ends);
  }

  @Delete(':id')
  @HttpCode(204)
  cancel(@Param('id') id: string): Promise<void> {
    return this.clips.cancel(id);
  }
}
