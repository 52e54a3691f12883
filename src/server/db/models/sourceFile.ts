/** Table `source_files`: a file that somebody uploaded, as decoded text; its source reads this instead of an address. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class SourceFile extends Model<InferAttributes<SourceFile>, InferCreationAttributes<SourceFile>> {
  declare sourceId: string
  declare name: string
  declare text: string
  declare uploadedAt: CreationOptional<Date>
}

export const initSourceFile = (sequelize: Sequelize): typeof SourceFile =>
  SourceFile.init(
    {
      sourceId: { type: DataTypes.UUID, primaryKey: true },
      name: { type: DataTypes.TEXT, allowNull: false },
      text: { type: DataTypes.TEXT, allowNull: false },
      uploadedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'source_files', modelName: 'SourceFile', underscored: true, timestamps: false },
  )
