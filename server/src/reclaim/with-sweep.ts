import { DataSource } from 'typeorm';
import { databaseOptions } from '../database/options.ts';
import { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import { settingsFrom } from '../settings.ts';
import { lockData } from '../starting/data-lock.ts';
import { SweepService } from './sweep.service.ts';

/** Sweeps a data folder that no server uses. @throws StartError while one does */
export async function withSweep<T>(data: string, work: (sweep: SweepService) => Promise<T>): Promise<T> {
  const lock = lockData(data);
  lock.tell('a sweep');
  const source = await new DataSource(databaseOptions(data)).initialize();
  try {
    const rows = source.getRepository(PictureEntity);
    const settings = settingsFrom({ CHROMATYPE_DATA: data });
    return await work(new SweepService(rows, settings, new PicturesService(rows, settings, new ReadingService())));
  } finally {
    await source.destroy();
    lock.release();
  }
}
