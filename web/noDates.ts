/** In place of the interface library's calendar, which it always brings along and nothing here shows. */
export class VuetifyDateAdapter {}
