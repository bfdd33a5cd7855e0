/** Dates as the interface writes them. */
export const dateText = (at: string): string =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
