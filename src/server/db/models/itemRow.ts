/** Table `items`: one item of a source; `facts` is an Item without its html, `raw` what the publisher sent. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class ItemRow extends Model<InferAttributes<ItemRow>, InferCreationAttributes<ItemRow>> {
  declare id: string
  declare sourceId: string
  declare position: CreationOptional<number>
  declare facts: unknown
  declare html: CreationOptional<string | null>
  declare raw: unknown
  declare sanitiserVersion: CreationOptional<number>
  declare firstSeenAt: CreationOptional<Date>
  declare goneAt: CreationOptional<Date | null>
  declare waiting: CreationOptional<boolean>
  declare tags: CreationOptional<string[]>
  declare corrections: unknown
  declare publicAt: CreationOptional<Date | null>
}

export const initItemRow = (sequelize: Sequelize): typeof ItemRow =>
  ItemRow.init(
    {
      id: { type: DataTypes.TEXT, primaryKey: true },
      sourceId: { type: DataTypes.UUID, allowNull: false },
      position: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      facts: { type: DataTypes.JSONB, allowNull: false },
      html: DataTypes.TEXT,
      raw: { type: DataTypes.JSONB, allowNull: false },
      sanitiserVersion: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      firstSeenAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      goneAt: DataTypes.DATE,
      waiting: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      tags: { type: DataTypes.JSONB, allowNull: false, defaultValue: [] },
      corrections: { type: DataTypes.JSONB, allowNull: false, defaultValue: {} },
      publicAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'items', modelName: 'ItemRow', underscored: true, timestamps: false },
  )
