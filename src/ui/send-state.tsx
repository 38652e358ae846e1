type Props = {
  readonly sending: string;
  readonly unsent: number;
  readonly loaded: boolean;
  readonly nudge: () => void;
  /** Whether what others record does not reach this device. */
  readonly behind?: boolean;
};

/** Whether everything made here is kept by the ledger; pressed, it sends now. */
export function SendState({ sending, unsent, nudge, loaded, behind = false }: Props) {
  const settled = unsent === 0;
  const words = !loaded
    ? 'Opening…'
    : settled
      ? behind
        ? 'Offline'
        : 'Saved'
      : sending === 'waiting'
        ? `Offline, saved here (${unsent})`
        : sending === 'server full'
          ? `Server full, saved here (${unsent})`
          : `Saved here (${unsent})`;
  return (
    <button
      type="button"
      onClick={nudge}
      disabled={settled && !behind}
      aria-live="polite"
      data-testid="send-state"
      className={`min-h-8 whitespace-nowrap text-sm max-md:min-h-11 ${settled && !behind ? 'text-faint' : 'font-semibold underline underline-offset-4'}`}
    >
      {words}
    </button>
  );
}
