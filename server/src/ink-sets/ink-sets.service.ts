import { randomUUID } from 'node:crypto';
import { inkSetDocument, readInkSet } from '@chromatype/core';
import { BadRequestException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { InkSetEntity } from './ink-set.entity.ts';

/** The document, checked and tidied. */
function checked(document: unknown): Pick<InkSetEntity, 'label' | 'document'> {
  try {
    const set = readInkSet(document);
    return { label: set.label, document: inkSetDocument(set) };
  } catch (error) {
    throw new BadRequestException({ message: (error as Error).message });
  }
}

@Injectable()
export class InkSetsService {
  constructor(@InjectRepository(InkSetEntity) private readonly sets: Repository<InkSetEntity>) {}

  /** All sets by name. One whose document cannot be read is left out; "chromatype doctor" names it. */
  async list(): Promise<InkSetEntity[]> {
    return (await this.sets.find({ order: { label: 'ASC' } })).filter(({ document }) => document !== null);
  }

  create(document: unknown): Promise<InkSetEntity> {
    return this.sets.save({ id: randomUUID(), ...checked(document), updatedAt: new Date().toISOString() });
  }

  async replace(id: string, document: unknown): Promise<InkSetEntity> {
    const set = await this.sets.findOneBy({ id });
    if (!set) throw gone();
    return this.sets.save({ ...set, ...checked(document), updatedAt: new Date().toISOString() });
  }

  /** Takes a set off the list; jobs keep their inks. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.sets.delete({ id });
    if (affected !== 1) throw gone();
  }
}

const gone = () => new NotFoundException({ message: 'There is no such set of inks; it may have been deleted.' });
