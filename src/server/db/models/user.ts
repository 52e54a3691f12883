/** Table `users`: a person of an agency who signs in. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class User extends Model<InferAttributes<User>, InferCreationAttributes<User>> {
  declare id: CreationOptional<string>
  declare agencyId: string
  /** Of a client's own people: the client. */
  declare clientId: CreationOptional<string | null>
  declare email: string
  declare name: string
  declare role: string
  declare passwordHash: string
  /** Removed from the agency: may not sign in; what they did keeps their name. */
  declare removedAt: CreationOptional<Date | null>
}

export const initUser = (sequelize: Sequelize): typeof User =>
  User.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      clientId: DataTypes.UUID,
      email: { type: DataTypes.TEXT, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      role: { type: DataTypes.TEXT, allowNull: false },
      passwordHash: { type: DataTypes.TEXT, allowNull: false },
      removedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'users', modelName: 'User', underscored: true, timestamps: false },
  )
