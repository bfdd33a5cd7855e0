/** A shop for tests: the ware of a sort in another size. Tests only. */
import { PLAIN_CATALOGUE } from '../catalogue/plain';
import type { Ware } from '../catalogue/wares';
import type { Command } from '../document/commands/commands';

/** The plain ware of that id with other values, in its place. */
export const ware = (id: string, values: Partial<Ware>): Command => ({
  type: 'put-wares',
  wares: [{ ...PLAIN_CATALOGUE.find((w) => w.id === id)!, ...values }],
});
export const bars = (values: Partial<Ware>): Command => ware('bar-240', values);
export const cloth = (values: Partial<Ware>): Command => ware('cloth-150', values);
