import type { Job } from '@chromatype/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { JSON_COLUMN } from '../database/json-column.ts';
import type { RunAsked } from './run-asked.ts';

export type RunState = 'queued' | 'running' | 'done' | 'failed' | 'cancelled';

@Entity('run')
export class RunEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') jobId: string;
  @Column(JSON_COLUMN) asked: RunAsked;
  /** The job as it was when the run was asked for. */
  @Column(JSON_COLUMN) document: Job | null;
  @Column('text') fileName: string;
  @Column('text') state: RunState;
  /** 0..1. */
  @Column('real') progress: number;
  @Column('integer', { nullable: true }) bytes: number | null;
  @Column('text', { nullable: true }) message: string | null;
  @Column('text') createdAt: string;
  @Column('text') updatedAt: string;
}
