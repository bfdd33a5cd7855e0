/** The library's smooth scrolling, which nothing here asks for. */
export const GoToSymbol: symbol = Symbol.for('vuetify:goto');
export const createGoTo = (): null => null;
