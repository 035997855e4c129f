<script setup lang="ts">
import { nextQuestion, stocksFor, type GuideAnswers, type Question } from '#core/paper/stockGuide'
import type { Stock } from '#core/paper/stock'

/** Finds the stock nearest to the paper in hand, in at most four questions with pictures. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ choose: [stock: Stock] }>()
const answers = ref<GuideAnswers>({})
const next = computed(() => nextQuestion(answers.value))
const left = computed(() => stocksFor(answers.value))
watch(open, is => {
  if (is) answers.value = {}
})

const asks: Readonly<Record<Question, string>> = {
  sheet: 'What size is the sheet?',
  checks: 'How many checks are on it?',
  where: 'Where is the check?',
  printed: 'What is already printed on the check?',
}
const words: Readonly<Record<string, string>> = {
  letter: 'Letter, 8 1/2 x 11 in',
  A4: 'A4, 210 x 297 mm',
  leaf: 'A single check, no larger sheet',
  other: 'Another height, with three checks',
  1: 'One',
  3: 'Three',
  top: 'At the top',
  middle: 'In the middle',
  foot: 'At the bottom',
  right: 'At the right, beside a counterfoil',
  nothing: 'Nothing',
  number: 'Only its number',
  all: 'Company, bank, number, MICR line',
}
const sampleOf = (question: Question, option: unknown): Stock | undefined =>
  stocksFor({ ...answers.value, [question]: option })[0]
const answer = (question: Question, option: unknown): void => {
  answers.value = { ...answers.value, [question]: option }
}
function choose(stock: Stock) {
  emit('choose', stock)
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" aria-label="Which stock do I have">
    <v-card
      :title="next ? asks[next.question] : left.length > 1 ? 'Which of these is nearest?' : 'Use this stock'"
    >
      <div class="body" data-test="guide">
        <div v-if="next" class="options">
          <button
            v-for="o in next.options"
            :key="o"
            type="button"
            class="option"
            @click="answer(next.question, o)"
          >
            <PapersStockPicture
              v-if="sampleOf(next.question, o)"
              :stock="sampleOf(next.question, o)!"
              :high="120"
            /><span>{{ words[o] }}</span>
          </button>
        </div>
        <div v-else class="options">
          <button v-for="s in left" :key="s.id" type="button" class="option" @click="choose(s)">
            <PapersStockPicture :stock="s" :high="120" /><span>{{ s.name }}</span>
          </button>
        </div>
        <div class="d-flex ga-3">
          <v-btn v-if="Object.keys(answers).length" variant="text" @click="answers = {}"> Start over </v-btn>
          <v-btn variant="text" @click="open = false"> Close </v-btn>
        </div>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.body {
  padding: 4px 20px 18px;
  display: grid;
  gap: var(--space-4);
}
.options {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-3);
}
.option {
  display: grid;
  gap: var(--space-2);
  justify-items: center;
  align-content: end;
  width: 9.875rem;
  padding: 14px 8px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.2);
  border-radius: 8px;
  text-align: center;
  font-size: var(--text-note);
}
.option:hover {
  border-color: rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-primary), 0.06);
}
</style>
