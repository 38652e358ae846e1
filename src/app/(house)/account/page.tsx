import type { Metadata } from 'next';
import { ChangePassword } from '../../../features/firm/change-password';
import { Sessions } from '../../../features/firm/sessions';
import { TwoStep } from '../../../features/firm/two-step/two-step';
import { ownSessions } from '../../../server/sessions';
import { ownTwoSteps } from '../../../server/two-step';
import { requireAsker } from '../../../server/who';

export const metadata: Metadata = { title: 'Your account' };

export default async function AccountPage() {
  const { id, name, position, email, roles, twoStep, heldBack } = await requireAsker();
  const [sessions, own] = await Promise.all([ownSessions(id), ownTwoSteps(id)]);
  return (
    <>
      <h1 className="pt-4 text-2xl">Your account</h1>
      <div className="grid gap-x-10 gap-y-8 pt-4 md:grid-cols-2">
        <div className="space-y-8">
          <section>
            <h2 className="border-b border-rule-strong pb-1 text-xl">{name}</h2>
            <dl className="grid grid-cols-[9rem_1fr] [&>*]:border-b [&>*]:border-rule [&>*]:py-1.5 [&>dt]:text-sm [&>dt]:text-faint">
              <dt>Signs as</dt>
              <dd>{position}</dd>
              <dt>Signs in with</dt>
              <dd>{email}</dd>
              <dt>Role</dt>
              <dd>{roles.join(', ')}</dd>
            </dl>
            <p className="pt-2 text-sm text-faint">A supervisor can change these under Company.</p>
          </section>
          <Sessions sessions={sessions} />
        </div>
        <div className="space-y-8">
          <TwoStep own={own} twoStep={twoStep} heldBack={heldBack} />
          <ChangePassword />
        </div>
      </div>
    </>
  );
}
