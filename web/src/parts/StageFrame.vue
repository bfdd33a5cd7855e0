<script setup lang="ts">
/** The frame every stage stands in: heading with actions, the drawing, and the bench at the right. */
import { inject, ref } from 'vue';
import AfterPaint from './AfterPaint.vue';
import { NEXT_STEP } from './keys';

defineProps<{
  title: string;
  subtitle?: string;
  benchLabel: string;
  /** A page of text and tables: on a phone as long as it is. */
  pages?: boolean;
}>();
const step = inject(NEXT_STEP, ref(null));
</script>

<template>
  <div class="stage">
    <section class="drawing" :class="{ pages }" :aria-label="title">
      <header>
        <h1>{{ title }}</h1>
        <span class="soft">{{ subtitle }}</span>
        <span class="spacer" />
        <span data-board-tools class="tools" />
        <slot name="actions" />
      </header>
      <!-- Its line is kept free before it is there, so that the drawing stays where it is. -->
      <p class="next" :data-next="step ? '' : undefined">
        <template v-if="step">
          <span class="flag" aria-hidden="true" />
          <span class="text" :title="step.text"><b>Next</b> {{ step.text }}</span>
          <button v-if="step.run" @click="step.run()">{{ step.word }}</button>
        </template>
      </p>
      <slot />
    </section>
    <aside class="bench" :aria-label="benchLabel">
      <AfterPaint><slot name="bench" /></AfterPaint>
    </aside>
  </div>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 332px;
  height: 100%;
  min-height: 0;
}
.drawing {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  padding: 10px 0 0 4px;
  border-left: 1px solid var(--rule);
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 0 14px 2px;
  min-height: 30px;
}
.next {
  display: flex;
  flex: none;
  min-height: 26px;
  align-items: baseline;
  gap: 8px;
  margin: 0;
  padding: 0 14px 2px;
  font-size: 12.5px;
  line-height: 1.35;
}
.next .text {
  min-width: 0;
}
.next b {
  font-weight: 600;
  color: var(--tawny);
  margin-right: 3px;
}
.next .flag {
  flex: none;
  align-self: center;
  width: 7px;
  height: 7px;
  background: var(--tawny);
  transform: rotate(45deg);
}
.next button {
  flex: none;
  min-width: 24px;
  min-height: 24px;
  color: var(--ink);
  border-bottom: 1.5px solid var(--tawny);
  font-weight: 600;
}
h1 {
  font-size: 14px;
  font-weight: 700;
  margin: 0;
}
.spacer {
  flex: 1;
}
.tools {
  display: flex;
}
.bench {
  overflow-y: auto;
  border-left: 1px solid var(--rule);
  /* A shade at an edge says that there is more beyond it; the cover over it scrolls along and hides it at the ends. */
  background:
    linear-gradient(var(--bench) 40%, transparent) top / 100% 36px no-repeat local,
    linear-gradient(transparent, var(--bench) 60%) bottom / 100% 36px no-repeat local,
    linear-gradient(var(--shade), transparent) top / 100% 12px no-repeat scroll,
    linear-gradient(transparent, var(--shade)) bottom / 100% 12px no-repeat scroll,
    var(--bench);
  padding: 12px 14px 20px;
}
@media (max-width: 860px) {
  header .soft {
    display: none;
  }
  .stage {
    display: block;
    overflow-y: auto;
  }
  .drawing {
    min-height: 480px;
    height: 480px;
  }
  .drawing.pages {
    height: auto;
  }
  .bench {
    border-left: 0;
    border-top: 1px solid var(--rule);
    overflow: visible;
  }
}
</style>
