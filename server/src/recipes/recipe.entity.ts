import type { Recipe } from '@chromatype/core';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { JSON_COLUMN } from '../database/json-column.ts';

/** A recipe of the studio's own. */
@Entity('recipe')
export class RecipeEntity {
  @PrimaryColumn('text') id: string;
  @Column('text') name: string;
  /** Null where the stored text is no JSON. */
  @Column(JSON_COLUMN) document: Recipe | null;
  @Column('text') createdAt: string;
  @Column('text') updatedAt: string;
  @Column('text', { nullable: true }) removedAt: string | null;
}

/** A recipe that the studio likes best: its own by id, one that ships by name. */
@Entity('favourite')
export class FavouriteEntity {
  @PrimaryColumn('text') recipe: string;
}
