import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { describe, expect, it } from 'vitest';
import { rentedHouse } from '../../scripts/demo/dwellings';
import { firmKinds, jobKinds } from '../../src/core/catalogue';
import { getSchema } from '../../src/server/routes/schema';
import { noon } from '../support/entries';

type Described = { components: { schemas: Record<string, { oneOf?: { $ref: string }[] }> } };
const described = JSON.parse(await getSchema().text()) as Described;

const ajv = new Ajv2020({ strict: false, allErrors: true });
addFormats.default(ajv);
ajv.addSchema({ $id: 'https://interface.example/', ...described });
const validatorOf = (name: string) =>
  ajv.compile({ $ref: `https://interface.example/#/components/schemas/${encodeURIComponent(name)}` });

describe('the described interface', () => {
  it('names every kind there is, and of those sent in none that the application records itself', () => {
    const { schemas } = described.components;
    for (const kinds of [jobKinds, firmKinds])
      for (const name of Object.keys(kinds)) expect(Object.keys(schemas)).toContain(name);
    const sent = (name: string) => (schemas[name]?.oneOf ?? []).map(({ $ref }) => $ref.split('/').at(-1));
    expect(sent('job entry')).toContain('reading.taken');
    expect(sent('job entry')).not.toContain('document.issued');
    expect(sent('firm entry')).toContain('visit.booked');
    expect(sent('firm entry')).not.toContain('person.joined');
  });

  it('every entry of a whole visit is one of it, and one that says something else is not', () => {
    const { drafts } = rentedHouse(noon, []);
    const validators = new Map<string, ReturnType<typeof validatorOf>>();
    for (const draft of drafts) {
      const validate = validators.get(draft.kind) ?? validatorOf(draft.kind);
      validators.set(draft.kind, validate);
      expect(validate(draft), `${draft.kind}: ${ajv.errorsText(validate.errors)}`).toBe(true);
      expect(validate({ ...draft, version: 99 })).toBe(false);
      expect(validate({ ...draft, id: 'one' })).toBe(false);
    }
    expect(validators.size).toBeGreaterThan(12);
  });
});
