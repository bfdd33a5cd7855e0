/** The library's bar and ring of progress, which every field, card and button brings along: they come when one is first drawn. */
import { defineAsyncComponent, h, type FunctionalComponent } from 'vue';

const Bar = defineAsyncComponent(() => import('vuetify/components/VProgressLinear').then((m) => m.VProgressLinear));

export const VProgressLinear: FunctionalComponent<{ active?: boolean }> = (props, { attrs }) =>
  props.active ? h(Bar, { ...attrs, active: true }) : null;
VProgressLinear.props = { active: Boolean };
VProgressLinear.inheritAttrs = false;

export const VProgressCircular = defineAsyncComponent(() =>
  import('vuetify/components/VProgressCircular').then((m) => m.VProgressCircular),
);
