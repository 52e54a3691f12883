/** Table `sightings`: a page that has loaded a widget. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Sighting extends Model<InferAttributes<Sighting>, InferCreationAttributes<Sighting>> {
  declare widgetId: string
  declare pageUrl: string
  declare form: string
  declare width: CreationOptional<number>
  declare height: CreationOptional<number>
  declare state: string
  declare seenAt: CreationOptional<Date>
}

export const initSighting = (sequelize: Sequelize): typeof Sighting =>
  Sighting.init(
    {
      widgetId: { type: DataTypes.UUID, primaryKey: true },
      pageUrl: { type: DataTypes.TEXT, primaryKey: true },
      form: { type: DataTypes.TEXT, primaryKey: true },
      width: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      height: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      state: { type: DataTypes.TEXT, allowNull: false },
      seenAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'sightings', modelName: 'Sighting', underscored: true, timestamps: false },
  )
