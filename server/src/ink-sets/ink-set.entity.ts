import { Column, Entity, PrimaryColumn } from 'typeorm';
import { JSON_COLUMN } from '../database/json-column.ts';

/** A set of inks of the studio's own. */
@Entity('ink_set')
export class InkSetEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') label: string;
  /** The set's document, as it is exchanged. */
  @Column(JSON_COLUMN) document: Record<string, unknown>;
  @Column('text') updatedAt: string;
}
