/** Table `decisions`: a designer's decision on one item in one widget; live at once. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Decision extends Model<InferAttributes<Decision>, InferCreationAttributes<Decision>> {
  declare widgetId: string
  declare itemId: string
  declare hidden: CreationOptional<boolean>
  declare pinnedAt: CreationOptional<Date | null>
  declare apart: CreationOptional<boolean>
}

export const initDecision = (sequelize: Sequelize): typeof Decision =>
  Decision.init(
    {
      widgetId: { type: DataTypes.UUID, primaryKey: true },
      itemId: { type: DataTypes.TEXT, primaryKey: true },
      hidden: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      pinnedAt: DataTypes.DATE,
      apart: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
    },
    { sequelize, tableName: 'decisions', modelName: 'Decision', underscored: true, timestamps: false },
  )
