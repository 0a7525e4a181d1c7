import { type BatchAsked, MOST_PRINTS, patternFault } from '@chromatype/core';
import { Body, Controller, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Refused } from '../errors/refused.ts';
import { Limited } from '../limits/limited.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { RecipesService } from '../recipes/recipes.service.ts';
import { RunsService } from '../runs/runs.service.ts';
import { BatchDto } from './batch.dto.ts';

@ApiTags('batches')
@Controller('batches')
export class BatchesController {
  constructor(
    private readonly runs: RunsService,
    private readonly pictures: PicturesService,
    private readonly recipes: RecipesService,
  ) {}

  /** Starts a batch: many pictures by some recipes. Answers with its run. */
  @Post()
  @Limited('runs')
  async start(@Body() { pictures, recipes, ...own }: BatchDto) {
    const fault = patternFault(own.names);
    if (fault) throw new Refused(400, fault);
    const prints = pictures.length * recipes.length;
    if (prints > MOST_PRINTS)
      throw new Refused(400, `A batch makes at most ${MOST_PRINTS} prints, and this one ${prints}; make two of it.`);
    const asked: BatchAsked = {
      kind: 'batch',
      ...own,
      formats: [...new Set(own.formats)],
      pictures: await Promise.all(
        pictures.map(async ({ hash, name }) => {
          const { width, height } = await this.pictures.get(hash);
          return { hash, name, width, height };
        }),
      ),
      recipes: await Promise.all(recipes.map((id) => this.recipes.get(id))),
    };
    return this.runs.startBatch(asked);
  }
}
