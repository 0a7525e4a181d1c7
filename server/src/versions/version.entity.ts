import type { Job } from '@chromatype/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { JSON_COLUMN } from '../database/json-column.ts';

/** Why a state of a job was kept. */
export const WHYS = [
  'named',
  'daily',
  'before a split',
  'before a recipe',
  'before a measured press',
  'before a version came back',
] as const;
export type Why = (typeof WHYS)[number];

/** A state of a job that was kept, under a name or by itself. */
@Entity('version')
export class VersionEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') jobId: string;
  /** Null where nobody named it. */
  @Column('text', { nullable: true }) name: string | null;
  @Column('text') why: Why;
  @Column(JSON_COLUMN) document: Job | null;
  @Column('text') createdAt: string;
}
