import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Limited } from '../limits/limited.ts';
import { RecipeFilesService } from './recipe-files.service.ts';
import { RecipeDto } from './recipes.dto.ts';
import { RecipesService } from './recipes.service.ts';

@ApiTags('recipes')
@Controller('recipes')
export class RecipesController {
  constructor(
    private readonly recipes: RecipesService,
    private readonly files: RecipeFilesService,
  ) {}

  @Get()
  list() {
    return this.recipes.list();
  }

  @Post()
  create(@Body() { document }: RecipeDto) {
    return this.recipes.create(document);
  }

  /** Takes a recipe file as the request's body, with the pictures that belong to it. */
  @Post('import')
  @Limited('pictures')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async import(@Req() request: Request) {
    return this.recipes.create(await this.files.read(request));
  }

  @Put(':id')
  replace(@Param('id') id: string, @Body() { document }: RecipeDto) {
    return this.recipes.replace(id, document);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string) {
    return this.recipes.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  restore(@Param('id') id: string) {
    return this.recipes.restore(id);
  }

  @Put(':id/favourite')
  @HttpCode(204)
  like(@Param('id') id: string) {
    return this.recipes.like(id);
  }

  @Delete(':id/favourite')
  @HttpCode(204)
  unlike(@Param('id') id: string) {
    return this.recipes.unlike(id);
  }

  /** The recipe as a file, with the pictures that belong to it. */
  @Get(':id/file')
  @Header('Content-Type', 'application/json; charset=utf-8')
  async file(@Param('id') id: string, @Res({ passthrough: true }) response: Response): Promise<string> {
    const recipe = await this.recipes.get(id);
    const text = await this.files.text(recipe);
    const name = `${recipe.name.replaceAll(/[/\\]/g, '-')}.recipe.json`;
    response.set('Content-Disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`);
    return text;
  }
}
