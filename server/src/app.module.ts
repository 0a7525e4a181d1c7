import { type DynamicModule, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ENTITIES } from './database/entities.ts';
import { databaseOptions } from './database/options.ts';
import { InkSetsController } from './ink-sets/ink-sets.controller.ts';
import { InkSetsService } from './ink-sets/ink-sets.service.ts';
import { JobsController } from './jobs/jobs.controller.ts';
import { JobsService } from './jobs/jobs.service.ts';
import { SmallPrintsService } from './jobs/small-prints.service.ts';
import { PicturesController } from './pictures/pictures.controller.ts';
import { PicturesService } from './pictures/pictures.service.ts';
import { PressController } from './press/press.controller.ts';
import { PressService } from './press/press.service.ts';
import { RenderThreads } from './render/render-threads.ts';
import { RunsController } from './runs/runs.controller.ts';
import { RunsService } from './runs/runs.service.ts';
import { TilesController } from './tiles/tiles.controller.ts';
import { TilesService } from './tiles/tiles.service.ts';
import { SETTINGS, type Settings } from './settings.ts';

@Module({})
export class AppModule {
  static with(settings: Settings): DynamicModule {
    return {
      module: AppModule,
      imports: [TypeOrmModule.forRoot(databaseOptions(settings.data)), TypeOrmModule.forFeature(ENTITIES)],
      controllers: [
        InkSetsController,
        JobsController,
        PicturesController,
        RunsController,
        TilesController,
        PressController,
      ],
      providers: [
        { provide: SETTINGS, useValue: settings },
        InkSetsService,
        JobsService,
        SmallPrintsService,
        PicturesService,
        RunsService,
        PressService,
        TilesService,
        RenderThreads,
      ],
    };
  }
}
