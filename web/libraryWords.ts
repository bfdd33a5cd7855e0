/** Words of the interface library for the parts that are used here; it brings those of calendars, tables and pickers otherwise. */
export default {
  badge: 'Badge',
  open: 'Open',
  close: 'Close',
  dismiss: 'Dismiss',
  loading: 'Loading …',
  noDataText: 'Nothing found',
  input: { clear: 'Clear {0}', prependAction: '{0}, action before', appendAction: '{0}, action behind' },
};
