import { randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { TileEntity } from './tile.entity.ts';

/** A tile with the size of its picture. */
export type SizedTile = Pick<TileEntity, 'id' | 'name' | 'hash' | 'updatedAt'> &
  Pick<PictureEntity, 'width' | 'height'>;

@Injectable()
export class TilesService {
  constructor(
    @InjectRepository(TileEntity) private readonly tiles: Repository<TileEntity>,
    @InjectRepository(PictureEntity) private readonly rows: Repository<PictureEntity>,
    private readonly pictures: PicturesService,
  ) {}

  /** All tiles by name. */
  async list(): Promise<SizedTile[]> {
    const tiles = await this.tiles.find({ order: { name: 'ASC', createdAt: 'ASC' } });
    const pictures = await this.rows.findBy({ hash: In(tiles.map((t) => t.hash)) });
    const sizes = new Map(pictures.map((p) => [p.hash, p]));
    return tiles.flatMap((tile) => {
      const picture = sizes.get(tile.hash);
      return picture ? [sized(tile, picture)] : [];
    });
  }

  async create(name: string, hash: string): Promise<SizedTile> {
    const picture = await this.pictures.get(hash);
    const now = new Date().toISOString();
    return sized(await this.tiles.save({ id: randomUUID(), name, hash, createdAt: now, updatedAt: now }), picture);
  }

  async rename(id: string, name: string): Promise<SizedTile> {
    await this.tiles.update({ id }, { name, updatedAt: new Date().toISOString() });
    const tile = await this.tiles.findOneBy({ id });
    if (!tile) throw gone();
    return sized(tile, await this.pictures.get(tile.hash));
  }

  /** Takes a tile off the list; jobs that print it keep its picture. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.tiles.delete({ id });
    if (affected !== 1) throw gone();
  }
}

const gone = () => new NotFoundException({ message: 'There is no such tile; it may have been deleted.' });

const sized = ({ id, name, hash, updatedAt }: TileEntity, { width, height }: PictureEntity): SizedTile => ({
  id,
  name,
  hash,
  updatedAt,
  width,
  height,
});
