import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { ClipFacts } from '../clips/reading/store-clip.ts';
import { JSON_COLUMN } from '../database/json-column.ts';

@Entity('picture')
export class PictureEntity {
  /** SHA-256 of the file as it was uploaded. */
  @PrimaryColumn('text') hash: string;
  @Column('text') name: string;
  @Column('text') format: string;
  @Column('integer') width: number;
  @Column('integer') height: number;
  /** 1: grey, 4: R, G, B and alpha. */
  @Column('integer') channels: 1 | 4;
  @Column('integer') bytes: number;
  /** The size on paper that a drawing states, in mm; null where it states none, and for pictures of pixels. */
  @Column('real', { nullable: true }) widthMm: number | null;
  @Column('real', { nullable: true }) heightMm: number | null;
  /** The resolution that its file states, in pixels an inch; null where it states none, and of pictures of older times. */
  @Column('real', { nullable: true }) ppi: number | null;
  /** Of a clip: when each frame ends, in seconds, and the level of the small copies of all frames; null of a still. */
  @Column({ ...JSON_COLUMN, nullable: true }) clip: ClipFacts | null;
  @Column('text') createdAt: string;
  /** When it was first found that nothing uses it; null while something does. */
  @Column('text', { nullable: true, select: false }) unusedSince?: string | null;
}
