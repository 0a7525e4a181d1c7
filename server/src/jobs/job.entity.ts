import type { Job } from '@chromatype/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';

@Entity('job')
export class JobEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') title: string;
  /** Goes up by one with every save; a save names the version it started from. */
  @Column('integer') version: number;
  @Column('simple-json') document: Job;
  /** Comes with the demo; shown first on the Shelf. */
  @Column('boolean') demo: boolean;
  @Column('text') createdAt: string;
  @Column('text') updatedAt: string;
  @Column('text', { nullable: true }) removedAt: string | null;
}
