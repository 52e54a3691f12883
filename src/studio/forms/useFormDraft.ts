'use client'
/** The form that is being edited, saved by itself. */
import { useCallback, useState } from 'react'
import type { FormShape } from '@/core/api/shapes'
import type { Form } from '@/core/forms/form'
import { formSchema } from '@/core/forms/shape'
import { api } from '../api'
import { useDraft } from '../parts/useDraft'

export function useFormDraft(first: FormShape) {
  const [record, setRecord] = useState(first)
  const save = useCallback(
    async (form: Form, revision: number) => {
      const path = `/forms/${first.id}/draft`
      const next = await api<FormShape>('PATCH', path, { form }, { 'if-match': `"${revision}"` })
      setRecord({ ...next, form })
      return next.revision
    },
    [first.id],
  )
  const { document: form, ...draft } = useDraft<Form>({
    key: `yimble-form-${first.id}`,
    first: { document: first.form, revision: first.revision },
    schema: formSchema,
    save,
    isSavedByItself: true,
  })
  return { ...draft, form, record, setRecord }
}
