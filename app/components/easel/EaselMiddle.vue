<script setup lang="ts">
/** The middle of the Easel: the bar over the sheet, what has to be said, and the sheet. */
defineProps<{ inFrontOf: number | null }>()
const emit = defineEmits<{ help: []; sheet: []; picture: [] }>()
const { isOffline } = useDrawing()
const { view, scale, fit, zoom, mirror, turnTo } = useSurface()

/**
 * Bars above the sheet that come or go while a stroke is under way wait for its end: the sheet does not move under the
 * hand.
 */
const bars = ref<HTMLElement>()
const barsHeight = ref<string>()
function holdBars(isDrawing: boolean): void {
  barsHeight.value = isDrawing ? `${bars.value?.offsetHeight ?? 0}px` : undefined
}
</script>

<template>
  <div class="middle">
    <EaselBar
      :scale="scale"
      :turn="view.turn"
      :is-mirrored="view.isMirrored"
      @fit="fit"
      @zoom="zoom"
      @mirror="mirror"
      @turn="turnTo"
      @help="emit('help')"
      @sheet="emit('sheet')"
      @picture="emit('picture')"
    />
    <div ref="bars" class="bars" :style="{ height: barsHeight }">
      <FrontBar v-if="inFrontOf !== null" :class-id="inFrontOf" />
      <SignInAgain />
      <ApartNotice />
      <div v-if="isOffline" class="offline small" role="status">
        The server did not answer: this sheet comes from what this device keeps. It is sent when the server is back.
      </div>
    </div>
    <EaselSurface @drawing="holdBars" />
  </div>
</template>

<style scoped>
.middle {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.bars {
  flex: none;
  overflow: hidden;
}
.offline {
  padding: 5px 14px;
  background: var(--paper-shade);
  border-bottom: 2px solid var(--ochre);
  text-align: center;
}
</style>
