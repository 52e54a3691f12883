/** Table `sources`: an address that yields items, its health and its history. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Source extends Model<InferAttributes<Source>, InferCreationAttributes<Source>> {
  declare id: CreationOptional<string>
  declare clientId: string
  declare agencyId: string
  declare address: string
  declare label: string
  declare reader: string
  declare feed: unknown
  declare problems: unknown
  declare etag: CreationOptional<string | null>
  declare lastModified: CreationOptional<string | null>
  declare contentHash: CreationOptional<string | null>
  declare failures: CreationOptional<number>
  declare lastProblem: unknown
  declare checkedAt: CreationOptional<Date | null>
  declare changedAt: CreationOptional<Date | null>
  declare nextAt: CreationOptional<Date>
  declare intervalMinutes: CreationOptional<number>
  declare history: unknown
  declare policy: CreationOptional<'show' | 'wait'>
  declare options: unknown
  declare connectionId: CreationOptional<string | null>
}

export const initSource = (sequelize: Sequelize): typeof Source =>
  Source.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      clientId: { type: DataTypes.UUID, allowNull: false },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      address: { type: DataTypes.TEXT, allowNull: false },
      label: { type: DataTypes.TEXT, allowNull: false },
      reader: { type: DataTypes.TEXT, allowNull: false },
      feed: { type: DataTypes.JSONB, allowNull: false },
      problems: { type: DataTypes.JSONB, allowNull: false },
      etag: DataTypes.TEXT,
      lastModified: DataTypes.TEXT,
      contentHash: DataTypes.TEXT,
      failures: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      lastProblem: DataTypes.JSONB,
      checkedAt: DataTypes.DATE,
      changedAt: DataTypes.DATE,
      nextAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      intervalMinutes: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      history: { type: DataTypes.JSONB, allowNull: false },
      policy: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'show' },
      options: { type: DataTypes.JSONB, allowNull: false, defaultValue: {} },
      connectionId: DataTypes.UUID,
    },
    { sequelize, tableName: 'sources', modelName: 'Source', underscored: true, timestamps: false },
  )
