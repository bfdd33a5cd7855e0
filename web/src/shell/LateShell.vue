<script setup lang="ts">
/** What is on every stage but not on the first screen. */
import ExercisePanel from '../learn/ExercisePanel.vue';
import NextMove from './next/NextMove.vue';
import ScenarioSwitch from './ScenarioSwitch.vue';
</script>

<template>
  <ScenarioSwitch />
  <NextMove />
  <ExercisePanel />
</template>
