<script setup lang="ts">
/** A question that is answered with a reason. It opens blank, and gives the reason with its verb. */
const props = defineProps<{ title: string; verb: string; busy: boolean; fault: string; danger?: boolean }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ go: [why: string] }>()
const why = ref('')
watch(
  () => [open.value, props.title],
  () => {
    why.value = ''
  },
)
</script>

<template>
  <AskDialog
    v-model="open"
    :title="title"
    :verb="verb"
    :ready="why.trim() !== ''"
    :busy="busy"
    :fault="fault"
    :danger="danger ?? false"
    @go="emit('go', why)"
  >
    <slot />
    <v-text-field v-model="why" v-first label="Reason" maxlength="80" data-test="why" />
  </AskDialog>
</template>
