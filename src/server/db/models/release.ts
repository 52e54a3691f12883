/** Table `releases`: a published, numbered version of a widget; never altered. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Release extends Model<InferAttributes<Release>, InferCreationAttributes<Release>> {
  declare id: CreationOptional<string>
  declare widgetId: string
  declare number: CreationOptional<number>
  declare kindVersion: CreationOptional<number>
  declare settings: unknown
  declare brand: unknown
  /** Titles of what was signed and corrected by hand when it was published. */
  declare corrected: CreationOptional<object>
  declare publishedBy: string
  declare publishedAt: CreationOptional<Date>
}

export const initRelease = (sequelize: Sequelize): typeof Release =>
  Release.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      widgetId: { type: DataTypes.UUID, allowNull: false },
      number: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      kindVersion: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      settings: { type: DataTypes.JSONB, allowNull: false },
      brand: { type: DataTypes.JSONB, allowNull: false },
      corrected: { type: DataTypes.JSONB, allowNull: false, defaultValue: [] },
      publishedBy: { type: DataTypes.UUID, allowNull: false },
      publishedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'releases', modelName: 'Release', underscored: true, timestamps: false },
  )
