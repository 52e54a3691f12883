/** Table `clients`: a business the agency works for, with its brand. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Client extends Model<InferAttributes<Client>, InferCreationAttributes<Client>> {
  declare id: CreationOptional<string>
  declare agencyId: string
  declare name: string
  declare locale: string
  declare timeZone: string
  declare brand: unknown
  /** Days for which what visitors send is kept; null for ever. */
  declare keepDays: CreationOptional<number | null>
  /** Whether only pages of its own sites may send something. */
  declare isStrict: CreationOptional<boolean>
  /** Out of the overview; its widgets stay as they are. */
  declare archivedAt: CreationOptional<Date | null>
}

export const initClient = (sequelize: Sequelize): typeof Client =>
  Client.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      locale: { type: DataTypes.TEXT, allowNull: false },
      timeZone: { type: DataTypes.TEXT, allowNull: false },
      brand: { type: DataTypes.JSONB, allowNull: false },
      keepDays: DataTypes.INTEGER,
      isStrict: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      archivedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'clients', modelName: 'Client', underscored: true, timestamps: false },
  )
