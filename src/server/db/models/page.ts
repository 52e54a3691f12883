/** Table `pages`: a page of a site, and the slots in it. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Page extends Model<InferAttributes<Page>, InferCreationAttributes<Page>> {
  declare id: CreationOptional<string>
  declare siteId: string
  declare name: string
  declare url: string
  declare slots: unknown
  declare snapshotId: CreationOptional<string | null>
}

export const initPage = (sequelize: Sequelize): typeof Page =>
  Page.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      siteId: { type: DataTypes.UUID, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      url: { type: DataTypes.TEXT, allowNull: false },
      slots: { type: DataTypes.JSONB, allowNull: false },
      snapshotId: DataTypes.UUID,
    },
    { sequelize, tableName: 'pages', modelName: 'Page', underscored: true, timestamps: false },
  )
