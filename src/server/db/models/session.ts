/** Table `sessions`: one signed-in browser; the cookie holds the token, this table only its hash. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Session extends Model<InferAttributes<Session>, InferCreationAttributes<Session>> {
  declare id: CreationOptional<string>
  declare userId: string
  declare tokenHash: string
  declare userAgent: string
  declare createdAt: CreationOptional<Date>
  declare seenAt: CreationOptional<Date>
  declare expiresAt: CreationOptional<Date>
  declare revokedAt: CreationOptional<Date | null>
}

export const initSession = (sequelize: Sequelize): typeof Session =>
  Session.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      userId: { type: DataTypes.UUID, allowNull: false },
      tokenHash: { type: DataTypes.TEXT, allowNull: false },
      userAgent: { type: DataTypes.TEXT, allowNull: false },
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      seenAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      expiresAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      revokedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'sessions', modelName: 'Session', underscored: true, timestamps: false },
  )
