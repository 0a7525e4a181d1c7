import type { Job } from '@chromatype/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { JSON_COLUMN } from '../database/json-column.ts';

@Entity('job')
export class JobEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') title: string;
  /** Goes up by one with every save; a save names the version it started from. */
  @Column('integer') version: number;
  /** Null where the stored text is no JSON. */
  @Column(JSON_COLUMN) document: Job | null;
  /** Comes with the demo; shown first on the Shelf. */
  @Column('boolean') demo: boolean;
  @Column('text') createdAt: string;
  @Column('text') updatedAt: string;
  @Column('text', { nullable: true }) removedAt: string | null;
  /** Words by which the artist finds it. */
  @Column(JSON_COLUMN) tags: readonly string[] | null;
  /** Title and tags as a search reads them. */
  @Column('text') search: string;
}
