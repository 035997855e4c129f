const urlOf = (bytes: Uint8Array): string =>
  URL.createObjectURL(new Blob([bytes as BlobPart], { type: 'application/pdf' }))
/** A tab or a download needs its address for a while after it was opened. */
const KEEP_URL_MS = 120_000

/** A window that was opened for a PDF: `opened` tells whether the browser allowed it. */
export interface PaperWindow {
  readonly opened: boolean
  show(bytes: Uint8Array, name: string): void
  leave(): void
}

/**
 * Opens an empty window at once, while the press that asked for it still counts, from where the browser
 * prints what is shown in it later. Where the browser refuses, the PDF is saved as a file instead; `leave`
 * closes it again where nothing came of the act.
 */
export function openWindow(): PaperWindow {
  const tab = window.open('', '_blank')
  return {
    opened: tab !== null,
    show: (bytes, name) => {
      if (!tab || tab.closed) return savePdf(bytes, name)
      const url = urlOf(bytes)
      tab.location.href = url
      setTimeout(() => URL.revokeObjectURL(url), KEEP_URL_MS)
    },
    leave: () => tab?.close(),
  }
}

/** What files are to a browser. */
export const fileTypes = {
  csv: 'text/csv',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  eml: 'message/rfc822',
} as const

/** Saves a PDF as a file. */
export const savePdf = (bytes: Uint8Array, name: string): void =>
  saveBlob(new Blob([bytes as BlobPart], { type: 'application/pdf' }), name)
export const saveText = (text: string, name: string, type: string): void =>
  saveBlob(new Blob([text], { type }), name)

/** Saves bytes as a file. */
export function saveBlob(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), KEEP_URL_MS)
}
