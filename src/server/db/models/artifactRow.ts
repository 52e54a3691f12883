/** Table `artifacts`: what delivery hands out for a widget, rendered ahead and compressed. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class ArtifactRow extends Model<InferAttributes<ArtifactRow>, InferCreationAttributes<ArtifactRow>> {
  declare ref: string
  declare widgetId: string
  declare revision: CreationOptional<number>
  declare files: unknown
  declare validUntil: CreationOptional<Date | null>
}

export const initArtifactRow = (sequelize: Sequelize): typeof ArtifactRow =>
  ArtifactRow.init(
    {
      ref: { type: DataTypes.TEXT, primaryKey: true },
      widgetId: { type: DataTypes.UUID, allowNull: false },
      revision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      files: { type: DataTypes.JSONB, allowNull: false },
      validUntil: DataTypes.DATE,
    },
    { sequelize, tableName: 'artifacts', modelName: 'ArtifactRow', underscored: true, timestamps: false },
  )
