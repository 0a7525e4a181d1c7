import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { NewTileDto, TileNameDto } from './tiles.dto.ts';
import { TilesService } from './tiles.service.ts';

@ApiTags('tiles')
@Controller('tiles')
export class TilesController {
  constructor(private readonly tiles: TilesService) {}

  @Get()
  list() {
    return this.tiles.list();
  }

  @Post()
  create(@Body() { name, hash }: NewTileDto) {
    return this.tiles.create(name, hash);
  }

  @Patch(':id')
  rename(@Param('id') id: string, @Body() { name }: TileNameDto) {
    return this.tiles.rename(id, name);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string) {
    return this.tiles.remove(id);
  }
}
