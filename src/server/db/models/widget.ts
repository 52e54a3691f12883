/** Table `widgets`: a kind, its draft and its state; `ref` is what snippets carry. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Widget extends Model<InferAttributes<Widget>, InferCreationAttributes<Widget>> {
  declare id: CreationOptional<string>
  declare clientId: string
  declare agencyId: string
  declare ref: string
  declare name: string
  declare kind: string
  declare kindVersion: CreationOptional<number>
  declare settings: unknown
  declare draftRevision: CreationOptional<number>
  declare pageId: CreationOptional<string | null>
  /** Where on the page it stands; see `core/stage/anchor.ts`. */
  declare anchor: CreationOptional<object | null>
  declare slotWidths: unknown
  /** CSS px; null where it follows what the widget needs. */
  declare frameHeight: CreationOptional<number | null>
  /** The words in the address of its own page; null where that is its short name. */
  declare address: CreationOptional<string | null>
  declare liveReleaseId: CreationOptional<string | null>
  declare switchedOff: CreationOptional<boolean>
  declare artifactRevision: CreationOptional<number>
  /** Views of its sorting table that somebody kept; see `shapes.keptView`. */
  declare views: CreationOptional<object>
  declare createdAt: CreationOptional<Date>
  declare updatedAt: CreationOptional<Date>
  declare deletedAt: CreationOptional<Date | null>
}

export const initWidget = (sequelize: Sequelize): typeof Widget =>
  Widget.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      clientId: { type: DataTypes.UUID, allowNull: false },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      ref: { type: DataTypes.TEXT, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      kind: { type: DataTypes.TEXT, allowNull: false },
      kindVersion: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      settings: { type: DataTypes.JSONB, allowNull: false },
      draftRevision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      pageId: DataTypes.UUID,
      anchor: DataTypes.JSONB,
      slotWidths: { type: DataTypes.JSONB, allowNull: false },
      frameHeight: DataTypes.INTEGER,
      address: DataTypes.TEXT,
      liveReleaseId: DataTypes.UUID,
      switchedOff: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      artifactRevision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      views: { type: DataTypes.JSONB, allowNull: false, defaultValue: [] },
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      updatedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      deletedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'widgets', modelName: 'Widget', underscored: true, timestamps: false },
  )
