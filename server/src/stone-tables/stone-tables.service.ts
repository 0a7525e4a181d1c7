import { DEFAULT_STONES, readStoneTable, type StoneTable } from '@chromatype/core';
import { BadRequestException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { StoneTableEntity } from './stone-table.entity.ts';

/** The name of the only table that is kept. */
const STUDIO = 'studio';

/** Keeps the stones that the studio has, which new layouts begin with. */
@Injectable()
export class StoneTablesService {
  constructor(@InjectRepository(StoneTableEntity) private readonly tables: Repository<StoneTableEntity>) {}

  /** The studio's stones, or those that ship while it has none of its own. */
  async get(): Promise<StoneTable> {
    const kept = await this.tables.findOneBy({ id: STUDIO });
    return kept?.document ? readStoneTable(kept.document) : DEFAULT_STONES;
  }

  /** @throws BadRequestException with one sentence when it is no sound table */
  async replace(document: unknown): Promise<StoneTable> {
    let table: StoneTable;
    try {
      table = readStoneTable(document);
    } catch (error) {
      throw new BadRequestException({ message: (error as Error).message });
    }
    await this.tables.save({ id: STUDIO, document: { ...table }, updatedAt: new Date().toISOString() });
    return table;
  }
}
