/** Table `connections`: an account elsewhere that sources are read through. `secret` is sealed. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Connection extends Model<InferAttributes<Connection>, InferCreationAttributes<Connection>> {
  declare id: CreationOptional<string>
  declare clientId: string
  declare agencyId: string
  declare connector: string
  declare account: string
  declare secret: CreationOptional<Buffer | null>
  declare state: CreationOptional<'ok' | 'lost'>
  declare expiresAt: CreationOptional<Date | null>
  /** Whoever renews its tokens has until then. */
  declare renewingUntil: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
}

export const initConnection = (sequelize: Sequelize): typeof Connection =>
  Connection.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      clientId: { type: DataTypes.UUID, allowNull: false },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      connector: { type: DataTypes.TEXT, allowNull: false },
      account: { type: DataTypes.TEXT, allowNull: false },
      secret: DataTypes.BLOB,
      state: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'ok' },
      expiresAt: DataTypes.DATE,
      renewingUntil: DataTypes.DATE,
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'connections', modelName: 'Connection', underscored: true, timestamps: false },
  )
