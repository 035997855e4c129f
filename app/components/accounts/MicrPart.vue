<script setup lang="ts">
import { micrFont, nameOf, usualTable } from '#core/exchange/micrFont'
import { micrFindings } from '#core/micr/checks'
import { patternsOf, type MicrFacts } from '#core/micr/pattern'
import { micrCharacters, type MicrCharacter } from '#core/micr/symbols'
import type { AccountForm } from '#core/accounts/accountForm'
import { plainCopy } from '~/data/store/plainCopy'

/** The MICR line of an account: its pattern, what the standard says of it, and whose shapes print. */
const props = defineProps<{
  facts: MicrFacts
  positions: number
  fault: string | undefined
}>()
const emit = defineEmits<{ fault: [text: string] }>()
const form = defineModel<AccountForm>({ required: true })
/** The pattern first, then its line position by position. */
const turn = useTurns(() => 2)
const findings = computed(() =>
  form.value.routing
    ? micrFindings(form.value.pattern, props.facts, props.positions, Number(form.value.last) || 1)
    : [],
)

const fontTable = ref<Record<MicrCharacter, string>>({ ...usualTable })
async function takeFont(file: File): Promise<void> {
  const font = micrFont(new Uint8Array(await file.arrayBuffer()), file.name, fontTable.value)
  emit('fault', font.ok ? '' : font.refusal.text)
  if (font.ok) form.value.micrShapes = plainCopy(font.value) as NonNullable<AccountForm['micrShapes']>
}
</script>

<template>
  <section data-part="micr">
    <h2 class="mb-3">MICR line <HelpFieldHint of="positions" /></h2>
    <v-select
      :model-value="form.pattern.id"
      label="Pattern"
      :items="[
        ...patternsOf(form.country).map(p => ({ title: p.name, value: p.id })),
        ...(patternsOf(form.country).some(p => p.id === form.pattern.id)
          ? []
          : [{ title: `custom, based on ${form.pattern.name}`, value: form.pattern.id }]),
      ]"
      hide-details
      class="mb-3 pattern"
      data-test="pattern"
      @update:model-value="
        id => (form.pattern = plainCopy(patternsOf(form.country).find(p => p.id === id) ?? form.pattern))
      "
    />
    <AccountsMicrRuler
      v-if="turn > 1"
      :pattern="form.pattern"
      :facts="facts"
      :positions="positions"
      @change="form.pattern = $event"
    />
    <ul class="findings" data-test="micr-findings">
      <li v-for="f in findings" :key="f.code" :class="f.severity === 'error' ? 'text-error' : 'text-warning'">
        {{ f.text }}
      </li>
      <li v-if="form.routing && !findings.length" class="quiet">
        The MICR line meets the standard: the check digits agree, no parts overlap and every position is
        correct.
      </li>
    </ul>
    <p class="small" data-test="shapes">
      <template v-if="form.micrShapes">
        The line prints in <strong>{{ form.micrShapes.name }}</strong>. All fourteen characters are included
        at the standard width and height, and each was read back correctly.
      </template>
      <template v-else>
        The line prints in our own E-13B shapes, which are <strong>not certified</strong>. Ask your bank for
        its MICR font file and upload it here.
      </template>
      Send the bank a printed sample to test before you issue checks.
    </p>
    <div class="font">
      <FileDrop
        label="Font file"
        kinds="TTF or OTF"
        accept=".ttf,.otf,font/ttf,font/otf"
        slim
        data-test="font-file"
        @take="takeFont"
      />
      <span v-if="form.micrShapes"
        >{{ form.micrShapes.name }}
        <v-btn size="x-small" variant="text" @click="form.micrShapes = undefined"
          >Use our own shapes</v-btn
        ></span
      >
      <details>
        <summary>Which font character prints which MICR character</summary>
        <div class="chars">
          <label v-for="c in micrCharacters" :key="c"
            >{{ nameOf(c) }}
            <input v-model="fontTable[c]" maxlength="2" :aria-label="`Character for ${nameOf(c)}`"
          /></label>
        </div>
      </details>
      <p v-if="fault" class="text-error" role="alert">
        {{ fault }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.findings {
  list-style: none;
  padding: 0;
  margin-top: 8px;
  font-size: var(--text-note);
}
.font {
  display: grid;
  gap: var(--space-2);
  margin-top: 6px;
}
.pattern {
  max-width: 26.25rem;
}
.chars {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10.625rem, 1fr));
  gap: var(--space-2);
  font-size: var(--text-small);
  padding-top: 6px;
}
.chars input {
  width: 34px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.3);
  border-radius: 3px;
  text-align: center;
  color: inherit;
}
.small {
  font-size: var(--text-small);
}
</style>
