/** The data of a notice that notifiable work was done, as a desk that takes notices reads it and as it is printed. */
export type Notice = {
  readonly format: 'orange-ledger/notice/1';
  readonly certificate: string;
  readonly documentHash: string;
  readonly title: string;
  readonly firm: {
    readonly name: string;
    readonly address: string;
    readonly telephone: string;
    readonly email: string;
  };
  readonly installation: string;
  readonly country: string | null;
  readonly work: string;
  readonly completedOn: string;
  readonly dueOn: string | null;
};
