import { Column, Entity, PrimaryColumn } from 'typeorm';
import { JSON_COLUMN } from '../database/json-column.ts';

/** A table of stones; there is one, the studio's. */
@Entity('stone_table')
export class StoneTableEntity {
  @PrimaryColumn('text') id: string;
  /** Sizes and colours, as jobs hold them. */
  @Column(JSON_COLUMN) document: Record<string, unknown>;
  @Column('text') updatedAt: string;
}
