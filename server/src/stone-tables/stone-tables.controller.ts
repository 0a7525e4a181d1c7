import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { StoneTableDto } from './stone-tables.dto.ts';
import { StoneTablesService } from './stone-tables.service.ts';

@ApiTags('stones')
@Controller('stone-table')
export class StoneTablesController {
  constructor(private readonly tables: StoneTablesService) {}

  @Get()
  get() {
    return this.tables.get();
  }

  @Put()
  replace(@Body() { document }: StoneTableDto) {
    return this.tables.replace(document);
  }
}
