import { computed, ref } from 'vue'

const key = 'violet-lane pixels per mm'
/** CSS says 96 pixels to the inch; a real screen differs, so it is measured once with a ruler. */
const nominal = 96 / 25.4
const measured = ref(Number(localStorage.getItem(key)) || 0)

/** Pixels of this screen that make a real millimetre, as measured by the clerk, else as browsers assume. */
export function useScreenScale() {
  return {
    pxPerMm: computed(() => measured.value || nominal),
    isMeasured: computed(() => measured.value > 0),
    keep(px: number) {
      measured.value = px
      localStorage.setItem(key, String(px))
    },
  }
}
