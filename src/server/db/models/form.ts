/** Table `forms`: what visitors are asked. Its releases are in `form_releases`. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class FormRow extends Model<InferAttributes<FormRow>, InferCreationAttributes<FormRow>> {
  declare id: CreationOptional<string>
  declare agencyId: string
  declare clientId: string
  declare name: string
  declare draft: unknown
  declare draftRevision: CreationOptional<number>
  /** 0 before the first release. */
  declare liveNumber: CreationOptional<number>
  declare createdAt: CreationOptional<Date>
  declare updatedAt: CreationOptional<Date>
}

export const initFormRow = (sequelize: Sequelize): typeof FormRow =>
  FormRow.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      clientId: { type: DataTypes.UUID, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      draft: { type: DataTypes.JSONB, allowNull: false },
      draftRevision: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      liveNumber: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      updatedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'forms', modelName: 'FormRow', underscored: true, timestamps: false },
  )
