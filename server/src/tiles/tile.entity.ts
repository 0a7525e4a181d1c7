import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A tile saved under a name; its pixels are a stored picture. */
@Entity('tile')
export class TileEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') name: string;
  @Column('text') hash: string;
  @Column('text') createdAt: string;
  @Column('text') updatedAt: string;
}
