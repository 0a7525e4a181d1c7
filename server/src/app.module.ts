import { type DynamicModule, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SessionController } from './access/session.controller.ts';
import { ArtworkController } from './artwork/artwork.controller.ts';
import { ArtworkService } from './artwork/artwork.service.ts';
import { BatchRunner } from './batch/batch-runner.ts';
import { BatchesController } from './batch/batches.controller.ts';
import { ClipsController } from './clips/clips.controller.ts';
import { ClipsService } from './clips/clips.service.ts';
import { FramesService } from './clips/frames.service.ts';
import { CutterController } from './cutter/cutter.controller.ts';
import { CutterService } from './cutter/cutter.service.ts';
import { ENTITIES } from './database/entities.ts';
import { databaseOptions } from './database/options.ts';
import { FacesController } from './faces/faces.controller.ts';
import { InkSetsController } from './ink-sets/ink-sets.controller.ts';
import { InkSetsService } from './ink-sets/ink-sets.service.ts';
import { JobFilesController } from './job-files/job-files.controller.ts';
import { JobFilesService } from './job-files/job-files.service.ts';
import { JobsController } from './jobs/jobs.controller.ts';
import { JobsService } from './jobs/jobs.service.ts';
import { SmallPrintsService } from './jobs/small-prints.service.ts';
import { servesOthers } from './guard/loopback.ts';
import { PicturesController } from './pictures/pictures.controller.ts';
import { PicturesService } from './pictures/pictures.service.ts';
import { PressController } from './press/press.controller.ts';
import { PressService } from './press/press.service.ts';
import { OpenParts } from './queue/open-parts.service.ts';
import { PartsController } from './queue/parts.controller.ts';
import { RenderQueue } from './queue/render-queue.service.ts';
import { ReclaimService } from './reclaim/reclaim.service.ts';
import { SweepService } from './reclaim/sweep.service.ts';
import { RecipeFilesService } from './recipes/recipe-files.service.ts';
import { RecipesController } from './recipes/recipes.controller.ts';
import { RecipesService } from './recipes/recipes.service.ts';
import { RenderThreads } from './render/render-threads.ts';
import { RunMaker } from './runs/run-maker.service.ts';
import { RunsController } from './runs/runs.controller.ts';
import { RunsService } from './runs/runs.service.ts';
import { StoneTablesController } from './stone-tables/stone-tables.controller.ts';
import { StoneTablesService } from './stone-tables/stone-tables.service.ts';
import { TilesController } from './tiles/tiles.controller.ts';
import { TilesService } from './tiles/tiles.service.ts';
import { UnscreenController } from './unscreen/unscreen.controller.ts';
import { VersionsController } from './versions/versions.controller.ts';
import { VersionsService } from './versions/versions.service.ts';
import { ReadingService } from './sandbox/reading.service.ts';
import { SETTINGS, type Settings } from './settings.ts';

/**
 * The counter of requests, where anything is counted. It is a CommonJS package, which Jest cannot run on Node 20, so it
 * is loaded only where it is used.
 */
async function throttlingOf(settings: Settings): Promise<DynamicModule[]> {
  if (!settings.limited && !servesOthers(settings)) return [];
  const { Throttling } = await import('./limits/throttling.ts');
  return [Throttling.of(settings.limited)];
}

@Module({})
export class AppModule {
  static async with(settings: Settings): Promise<DynamicModule> {
    const throttling = await throttlingOf(settings);
    return {
      module: AppModule,
      imports: [
        TypeOrmModule.forRoot({ ...databaseOptions(settings.data), retryAttempts: 0 }),
        TypeOrmModule.forFeature(ENTITIES),
        ...throttling,
      ],
      controllers: [
        ArtworkController,
        BatchesController,
        ClipsController,
        CutterController,
        FacesController,
        InkSetsController,
        // Before the jobs themselves: its addresses are not ids of jobs.
        JobFilesController,
        JobsController,
        PartsController,
        PicturesController,
        RecipesController,
        RunsController,
        StoneTablesController,
        TilesController,
        PressController,
        SessionController,
        UnscreenController,
        VersionsController,
      ],
      providers: [
        { provide: SETTINGS, useValue: settings },
        ArtworkService,
        BatchRunner,
        ClipsService,
        CutterService,
        FramesService,
        InkSetsService,
        JobFilesService,
        JobsService,
        SmallPrintsService,
        OpenParts,
        PicturesService,
        RenderQueue,
        RecipeFilesService,
        RecipesService,
        RunMaker,
        RunsService,
        PressService,
        ReadingService,
        ReclaimService,
        StoneTablesService,
        SweepService,
        TilesService,
        RenderThreads,
        VersionsService,
      ],
    };
  }
}
