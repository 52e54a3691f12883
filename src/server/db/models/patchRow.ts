/** Table `patches`: one change of one setting of a draft. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class PatchRow extends Model<InferAttributes<PatchRow>, InferCreationAttributes<PatchRow>> {
  declare id: CreationOptional<number>
  declare widgetId: string
  declare revision: CreationOptional<number>
  declare path: string
  declare from: unknown
  declare to: unknown
  declare label: string
  declare actorId: string
  declare at: CreationOptional<Date>
}

export const initPatchRow = (sequelize: Sequelize): typeof PatchRow =>
  PatchRow.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      widgetId: { type: DataTypes.UUID, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      path: { type: DataTypes.TEXT, allowNull: false },
      from: { type: DataTypes.JSONB, allowNull: false },
      to: { type: DataTypes.JSONB, allowNull: false },
      label: { type: DataTypes.TEXT, allowNull: false },
      actorId: { type: DataTypes.UUID, allowNull: false },
      at: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'patches', modelName: 'PatchRow', underscored: true, timestamps: false },
  )
