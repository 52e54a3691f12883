'use client'
/** A labelled line of text with its hint and its error in place. */
import { useId, type InputHTMLAttributes, type TextareaHTMLAttributes } from 'react'

export const inputClass =
  'h-8 w-full min-w-0 rounded-md border border-edge bg-paper px-2.5 text-ink placeholder:text-faint aria-invalid:border-brick'

export interface TextFieldProps extends InputHTMLAttributes<HTMLInputElement> {
  readonly label: string
  readonly hint?: string
  readonly error?: string
  /** Room for several lines. */
  readonly isLong?: boolean
}

export function TextField({ label, hint, error, isLong = false, className = '', ...rest }: TextFieldProps) {
  const id = useId()
  const described = [hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(' ') || undefined
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="font-medium">
        {label}
      </label>
      {isLong ? (
        <textarea
          id={id}
          rows={5}
          {...(rest as unknown as TextareaHTMLAttributes<HTMLTextAreaElement>)}
          aria-invalid={error ? true : undefined}
          aria-describedby={described}
          className={inputClass.replace('h-8', 'py-1.5')}
        />
      ) : (
        <input
          id={id}
          {...rest}
          aria-invalid={error ? true : undefined}
          aria-describedby={described}
          className={inputClass}
        />
      )}
      {hint && (
        <p id={`${id}-hint`} className="text-[13px] text-faint">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} role="alert" className="text-[13px] text-brick">
          {error}
        </p>
      )}
    </div>
  )
}
