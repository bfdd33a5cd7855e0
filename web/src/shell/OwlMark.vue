<template>
  <svg viewBox="0 0 32 32" width="26" height="26" aria-hidden="true">
    <path
      class="arch"
      d="M5 28V8.5C5 5.600 7.200 4.400 8.600 6.600L11 10.200c3-1.500 7-1.500 10 0l2.400-3.600C24.800 4.400 27 5.600 27 8.500V28"
    />
    <circle class="eye" cx="11.6" cy="16.6" r="3.1" />
    <circle class="eye" cx="20.4" cy="16.6" r="3.1" />
    <path class="arch" d="M10.500 28v-3.200a5.500 5.500 0 0 1 11 0V28" />
  </svg>
</template>

<style scoped>
.arch,
.eye {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
  stroke-width: 2.2;
}
.arch {
  stroke: var(--tawny);
}
.eye {
  stroke: var(--ink);
}
</style>
