'use client';

import type { FieldError } from 'react-hook-form';
import { FormField } from '../../ui/form-field';

type Registered = Omit<Parameters<typeof FormField>[0], 'label' | 'problem'>;
type Props = {
  readonly register: (field: 'name' | 'email' | 'password') => Registered;
  readonly errors: Partial<Record<'name' | 'email' | 'password', FieldError>>;
};

/** Who somebody is before they first sign in, and by what they will. */
export const NameField = ({ register, errors }: Props) => (
  <FormField label="Your name" autoComplete="name" problem={errors.name?.message} {...register('name')} />
);
export const SignInFields = ({ register, errors }: Props) => (
  <>
    <FormField
      label="E-mail you sign in with"
      type="email"
      autoComplete="username"
      problem={errors.email?.message}
      {...register('email')}
    />
    <FormField
      label="Password"
      type="password"
      autoComplete="new-password"
      hint="Ten characters or more."
      problem={errors.password?.message}
      {...register('password')}
    />
  </>
);
