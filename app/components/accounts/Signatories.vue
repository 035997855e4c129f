<script setup lang="ts">
import type { AccountForm } from '#core/accounts/accountForm'

/** Who signs: their names, the pictures of their signatures, and from which amount a second one prints. */
defineProps<{ faults: Readonly<Record<string, string>> }>()
const emit = defineEmits<{
  picture: [file: File, then: (picture: AccountForm['logo']) => void, where: string]
}>()
const form = defineModel<AccountForm>({ required: true })
</script>

<template>
  <section data-part="signatories">
    <h2>Signatories</h2>
    <div v-for="(s, i) in form.signatories" :key="i" class="signatory">
      <v-text-field v-model="s.name" label="Name" maxlength="60" hide-details />
      <v-text-field v-model="s.title" label="Title" maxlength="60" hide-details />
      <img
        v-if="s.picture"
        :src="`data:image/${s.picture.type};base64,${s.picture.data}`"
        :alt="`Signature of ${s.name}`"
      />
      <FileDrop
        v-else
        label="Signature"
        kinds="PNG or JPEG"
        accept="image/png,image/jpeg"
        slim
        :aria-label="`Signature image of ${s.name}`"
        @take="emit('picture', $event, p => (s.picture = p), 'signatories')"
      />
      <v-checkbox
        v-if="s.picture"
        v-model="s.prints"
        label="prints"
        density="compact"
        hide-details
        :aria-label="`The signature of ${s.name} prints`"
      />
      <v-btn
        size="x-small"
        variant="text"
        :aria-label="`Remove ${s.name}`"
        @click="form.signatories.splice(i, 1)"
      >
        ×
      </v-btn>
    </div>
    <p v-if="faults.signatories" class="text-error">
      {{ faults.signatories }}
    </p>
    <div class="grid">
      <v-btn
        size="small"
        :disabled="form.signatories.length >= 6"
        @click="form.signatories.push({ name: '', title: '', prints: false })"
      >
        Add signatory
      </v-btn>
      <v-text-field
        v-if="form.signatories.length > 1"
        v-model="form.secondAbove"
        label="Two signatures required above"
        :prefix="form.sign"
        inputmode="decimal"
        :error-messages="faults.secondAbove"
        hint="Leave empty to always print the signatures marked"
      />
    </div>
  </section>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-3) var(--space-4);
  margin-top: 8px;
  align-items: start;
}
.signatory {
  display: grid;
  grid-template-columns: 1fr 1fr 120px auto auto;
  gap: var(--space-2);
  align-items: center;
  margin-top: 8px;
}
.signatory img {
  max-height: 38px;
  max-width: 7.5rem;
  background: #fff;
}
</style>
