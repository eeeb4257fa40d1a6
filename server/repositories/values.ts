import type { Attributes, Model } from 'sequelize'

/** What rows hold, without what Sequelize knows of them: nobody else can change one. JSON is read here, once. */

export async function one<M extends Model>(row: Promise<M | null>): Promise<Attributes<M> | null> {
  return valuesOf(await row)
}

export async function every<M extends Model>(rows: Promise<M[]>): Promise<Attributes<M>[]> {
  return (await rows).map(each => valuesOf(each))
}

/** Of a row that was made. */
export async function made<M extends Model>(row: Promise<M>): Promise<Attributes<M>> {
  return valuesOf(await row)
}

function valuesOf<M extends Model | null>(row: M): M extends Model ? Attributes<M> : null {
  return (row?.get({ plain: true }) ?? null) as M extends Model ? Attributes<M> : null
}
