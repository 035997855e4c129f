const ofKind = (file: Pick<File, 'name' | 'type'>, kind: string): boolean =>
  kind.startsWith('.') ? file.name.toLowerCase().endsWith(kind) : kind === file.type

/**
 * Why a file is not taken; empty where it is. A file of which neither name nor system says a kind is let
 * through: what reads it looks into it anyway. `most` in megabytes.
 */
export function fileFault(
  file: Pick<File, 'name' | 'type' | 'size'>,
  accept: string,
  kinds: string,
  most: number,
): string {
  const accepted = accept.split(',').map(kind => kind.trim().toLowerCase())
  const isNamed = file.type !== '' || /\.\w+$/.test(file.name)
  if (isNamed && !accepted.some(kind => ofKind(file, kind)))
    return `${file.name} cannot be used here. Choose ${kinds}.`
  if (file.size > most * 1e6) {
    return `${file.name} is ${Math.ceil(file.size / 1e6)} MB. The limit is ${most} MB.`
  }
  return file.size === 0 ? `${file.name} is empty.` : ''
}
