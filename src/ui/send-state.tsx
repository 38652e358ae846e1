type Props = {
  readonly sending: string;
  readonly unsent: number;
  readonly loaded: boolean;
  readonly nudge: () => void;
};

/** Whether everything made here is kept by the ledger; pressed, it sends now. */
export function SendState({ sending, unsent, nudge, loaded }: Props) {
  const settled = unsent === 0;
  const words = !loaded
    ? 'opening…'
    : settled
      ? 'sent'
      : sending === 'waiting'
        ? `saved here, ${unsent} not yet sent`
        : `sending ${unsent}…`;
  return (
    <button
      type="button"
      onClick={nudge}
      disabled={settled}
      aria-live="polite"
      data-testid="send-state"
      className={`min-h-9 whitespace-nowrap text-sm ${settled ? 'text-faint' : 'font-semibold underline underline-offset-4'}`}
    >
      {words}
    </button>
  );
}
