/** Table `snapshots`: a client's page as fetched once for the stage, scripts removed. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Snapshot extends Model<InferAttributes<Snapshot>, InferCreationAttributes<Snapshot>> {
  declare id: CreationOptional<string>
  declare pageId: string
  declare html: string
  declare fetchedAt: CreationOptional<Date>
}

export const initSnapshot = (sequelize: Sequelize): typeof Snapshot =>
  Snapshot.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      pageId: { type: DataTypes.UUID, allowNull: false },
      html: { type: DataTypes.TEXT, allowNull: false },
      fetchedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'snapshots', modelName: 'Snapshot', underscored: true, timestamps: false },
  )
