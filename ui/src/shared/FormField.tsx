import { Field, Input, type InputProps } from '@chakra-ui/react'
import type { FieldValues, Path, UseFormReturn } from 'react-hook-form'
import * as z from 'zod'

/** A text that has to be there; blanks are none. */
export const named = (missing: string) => z.string().trim().min(1, missing)

type Props<T extends FieldValues> = Omit<InputProps, 'form' | 'name'> & {
  form: UseFormReturn<T>
  name: Path<T>
  label: string
  required?: boolean
}

/** A text field of a form; what is wrong with it stands below it, not in what the server would say. */
export function FormField<T extends FieldValues>({ form, name, label, required = false, ...input }: Props<T>) {
  const { error } = form.getFieldState(name, form.formState)
  return (
    <Field.Root flex="1" minW="12rem" required={required} invalid={error !== undefined}>
      <Field.Label>
        {label} <Field.RequiredIndicator />
      </Field.Label>
      <Input size="lg" {...input} {...form.register(name)} />
      {error?.message && <Field.ErrorText>{error.message}</Field.ErrorText>}
    </Field.Root>
  )
}
