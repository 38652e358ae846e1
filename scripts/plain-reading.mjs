/** What a reading says of how it was taken where there is nothing to say. */
export const plainReading = /** @type {const} */ ({
  how: 'measured',
  reason: null,
  instrumentId: null,
  leadNullOhms: null,
  testVolts: null,
  isolationId: null,
  isolationWhy: null,
  connected: null,
});
