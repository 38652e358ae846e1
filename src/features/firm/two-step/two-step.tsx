import type { OwnTwoSteps } from '../../../server/two-step';
import { Codes } from './codes';
import { Passkeys } from './passkeys';

type Props = {
  readonly own: OwnTwoSteps;
  /** This session was begun with two steps. */
  readonly twoStep: boolean;
  /** A supervisor who may not act as one until then. */
  readonly heldBack: boolean;
};

/** What a person signs in with besides the password: passkeys, codes from an app, and recovery codes. */
export function TwoStep({ own, twoStep, heldBack }: Props) {
  const isSet = own.codes || own.passkeys.length > 0;
  // Whoever has only the password changes nothing of the second step.
  const mayChange = !isSet || twoStep;
  return (
    <section aria-labelledby="two-step" className="space-y-4">
      <h2 id="two-step" className="border-b border-rule-strong pb-1 text-xl">
        Two-step sign-in
      </h2>
      {heldBack && (
        <p role="alert" className="border-l-4 border-ink pl-3 text-sm font-semibold">
          {isSet
            ? 'Sign out, then sign in with your passkey or a code: until then you cannot act as supervisor.'
            : 'Your firm requires it for supervisors. Set up a passkey or codes: until then you cannot act as supervisor.'}
        </p>
      )}
      {!mayChange && !heldBack && (
        <p className="text-sm text-faint">
          You signed in with the password alone. To change these, sign in with your passkey or a code.
        </p>
      )}
      <Passkeys passkeys={own.passkeys} mayChange={mayChange} />
      <Codes isSet={own.codes} mayChange={mayChange} />
    </section>
  );
}
