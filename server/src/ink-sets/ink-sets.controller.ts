import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { InkSetDto } from './ink-sets.dto.ts';
import { InkSetsService } from './ink-sets.service.ts';

@ApiTags('ink sets')
@Controller('ink-sets')
export class InkSetsController {
  constructor(private readonly sets: InkSetsService) {}

  @Get()
  list() {
    return this.sets.list();
  }

  @Post()
  create(@Body() { document }: InkSetDto) {
    return this.sets.create(document);
  }

  @Put(':id')
  replace(@Param('id') id: string, @Body() { document }: InkSetDto) {
    return this.sets.replace(id, document);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string) {
    return this.sets.remove(id);
  }
}
