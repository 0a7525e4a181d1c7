import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A set of inks of the studio's own. */
@Entity('ink_set')
export class InkSetEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') label: string;
  /** The set's document, as it is exchanged. */
  @Column('simple-json') document: Record<string, unknown>;
  @Column('text') updatedAt: string;
}
