'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { toast } from '../../../ui/toast';
import type { Way } from '../../../core/installation/way';
import { slotAt } from '../../../core/installation/slot';
import { zs } from '../../../core/measurements/loop/slots';
import { type LimitOverridden, limitOverridden } from '../../../core/job/kinds/limit';
import { Button } from '../../../ui/button';
import { FormField } from '../../../ui/form-field';
import { useJob } from '../../../client/job-provider';

/** The inspector's own limit for Zs, with the reason that will stand on the document. */
export function OverrideLimit({ way }: { way: Way }) {
  const { isSealed } = useJob();
  const [open, setOpen] = useState(false);
  if (isSealed) return null;
  if (!open) {
    return (
      <button type="button" className="pt-1 text-xs underline underline-offset-4" onClick={() => setOpen(true)}>
        Use another limit
      </button>
    );
  }
  return <AnotherLimit way={way} onDone={() => setOpen(false)} />;
}

function AnotherLimit({ way, onDone }: { way: Way; onDone: () => void }) {
  const { append } = useJob();
  const { register, handleSubmit, formState } = useForm<LimitOverridden>({
    resolver: zodResolver(limitOverridden),
    defaultValues: { slot: slotAt({ of: 'way', id: way.id }, zs), limit: '', reason: '' },
  });
  const { errors } = formState;
  const trimmed = { setValueAs: (text: string) => text.trim() };
  const use = handleSubmit((body) => {
    const outcome = append([{ kind: 'limit.overridden', body }]);
    if (outcome.ok) onDone();
    else toast(outcome.reason);
  });
  return (
    <form
      className="grid grid-cols-[7rem_1fr_auto] items-start gap-2 pt-1"
      noValidate
      onSubmit={(event) => void use(event)}
    >
      <FormField
        label="Limit in ohm"
        inputMode="decimal"
        {...register('limit', trimmed)}
        problem={errors.limit && 'A figure, such as 1.37.'}
      />
      <FormField
        label="Reason for this limit"
        {...register('reason', trimmed)}
        problem={errors.reason && 'Enter a reason. It is printed on the document.'}
      />
      <Button type="submit" className="mt-6 min-h-10">
        Save limit
      </Button>
    </form>
  );
}
