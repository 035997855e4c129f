<script setup lang="ts">
import { kindNames } from '#core/paper/kinds'
import { lengthText, parseLength, type Unit } from '#core/paper/length'
import { isBoxed, type BoxedField, type Layout } from '#core/paper/layout'
import { roleNames } from '#core/paper/stock'
import type { LayoutEditor } from '~/composables/layouts/useLayoutEditor'

/** Every field's numbers in one dense grid, for those who measured with a ruler. */
const props = defineProps<{ editor: LayoutEditor; layout: Layout; unit: Unit }>()
const rows = computed(() => props.layout.fields.filter(isBoxed))
const cells = ['x', 'y', 'w', 'h'] as const
const titles = { x: 'Left', y: 'Top', w: 'Width', h: 'Height' }
const faults = ref<Record<string, string>>({})

function keep(field: BoxedField, cell: (typeof cells)[number], event: Event) {
  const input = event.target as HTMLInputElement
  const read = parseLength(input.value, props.unit, titles[cell], cell === 'x' || cell === 'y' ? -50 : 0)
  const { [`${field.id}/${cell}`]: _, ...others } = faults.value
  faults.value = read.ok ? others : { ...others, [`${field.id}/${cell}`]: read.refusal.text }
  if (read.ok && Math.abs(read.value - field[cell]) > 0.0005)
    props.editor.setField(field.id, { [cell]: read.value })
  else input.value = lengthText(field[cell], props.unit)
}
function setSize(field: BoxedField, event: Event) {
  const input = event.target as HTMLInputElement
  const n = Number(input.value.trim() === '' ? NaN : input.value.replace(',', '.'))
  const { [`${field.id}/size`]: _, ...others } = faults.value
  const good = n >= 4 && n <= 72
  faults.value = good
    ? others
    : { ...others, [`${field.id}/size`]: `“${input.value.trim()}” is not a size: 4 to 72 pt` }
  if ('type' in field && !good) input.value = String(field.type.size)
  if ('type' in field && good)
    props.editor.setField(field.id, {
      type: { ...field.type, size: n, least: Math.min(n, field.type.least) },
    })
}
/** Up and down go to the same column of the next row. */
function walk(event: KeyboardEvent, by: number) {
  const cell = (event.target as HTMLElement).closest('td')
  const row = cell?.parentElement
  const next = by > 0 ? row?.nextElementSibling : row?.previousElementSibling
  const input = next?.children[cell ? [...row!.children].indexOf(cell) : 0]?.querySelector('input')
  if (!input) return
  event.preventDefault()
  input.focus()
  input.select()
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys of the cells within -->
  <table
    class="plain grid"
    data-test="field-grid"
    @keydown.down="walk($event, 1)"
    @keydown.up="walk($event, -1)"
  >
    <thead>
      <tr>
        <th scope="col">On</th>
        <th scope="col">Field</th>
        <th scope="col">Panel</th>
        <th v-for="c in cells" :key="c" scope="col" class="num">{{ titles[c] }}, {{ unit }}</th>
        <th scope="col" class="num">Size, pt</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="f in rows"
        :key="f.id"
        :class="{ chosen: editor.ids.value.has(f.id) }"
        @focusin="editor.choose(f.id)"
      >
        <td>
          <input
            type="checkbox"
            role="switch"
            :checked="f.on"
            :aria-label="`${kindNames[f.kind]}, ${f.id}, on`"
            @change="editor.setField(f.id, { on: !f.on })"
          />
        </td>
        <td class="name">
          {{ kindNames[f.kind] }} <span class="quiet id">{{ f.id }}</span>
        </td>
        <td class="quiet">{{ roleNames[f.panel] }}</td>
        <td v-for="c in cells" :key="c" class="num">
          <input
            class="cell"
            :class="{ bad: faults[`${f.id}/${c}`] }"
            :value="lengthText(f[c], unit)"
            :disabled="f.locked"
            :aria-label="`${titles[c]} of ${f.id}`"
            :aria-invalid="Boolean(faults[`${f.id}/${c}`])"
            :title="faults[`${f.id}/${c}`]"
            @change="keep(f, c, $event)"
          />
          <span v-if="faults[`${f.id}/${c}`]" class="text-error fault" role="alert">{{
            faults[`${f.id}/${c}`]
          }}</span>
        </td>
        <td class="num">
          <input
            v-if="'type' in f"
            class="cell"
            :value="f.type.size"
            :class="{ bad: faults[`${f.id}/size`] }"
            :aria-label="`Size of ${f.id}`"
            :aria-invalid="Boolean(faults[`${f.id}/size`])"
            @change="setSize(f, $event)"
          /><span v-if="faults[`${f.id}/size`]" class="text-error fault" role="alert">{{
            faults[`${f.id}/size`]
          }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.grid td {
  padding: 2px 8px;
}
.name {
  white-space: nowrap;
}
.id {
  display: block;
  font-size: var(--text-small);
}
.cell {
  width: 76px;
  text-align: right;
  padding: 2px 5px;
  border: 1px solid rgba(var(--v-theme-on-surface), 0.28);
  border-radius: 3px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
}
.cell.bad {
  border-color: rgb(var(--v-theme-error));
}
.fault {
  display: block;
  font-size: var(--text-tiny);
  white-space: normal;
  max-width: 11.25rem;
}
</style>
