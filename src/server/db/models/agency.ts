/** Table `agencies`: one agency; nothing of it is ever seen by another. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Agency extends Model<InferAttributes<Agency>, InferCreationAttributes<Agency>> {
  declare id: CreationOptional<string>
  declare name: string
  declare limits: unknown
}

export const initAgency = (sequelize: Sequelize): typeof Agency =>
  Agency.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      name: { type: DataTypes.TEXT, allowNull: false },
      limits: { type: DataTypes.JSONB, allowNull: false },
    },
    { sequelize, tableName: 'agencies', modelName: 'Agency', underscored: true, timestamps: false },
  )
