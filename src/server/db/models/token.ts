/** Table `tokens`: access for scripts; shown once, kept as a hash. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Token extends Model<InferAttributes<Token>, InferCreationAttributes<Token>> {
  declare id: CreationOptional<string>
  declare userId: string
  declare name: string
  declare tokenHash: string
  declare createdAt: CreationOptional<Date>
  declare revokedAt: CreationOptional<Date | null>
}

export const initToken = (sequelize: Sequelize): typeof Token =>
  Token.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      userId: { type: DataTypes.UUID, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      tokenHash: { type: DataTypes.TEXT, allowNull: false },
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      revokedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'tokens', modelName: 'Token', underscored: true, timestamps: false },
  )
