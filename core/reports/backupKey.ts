import type { ListPaper } from './listPages'

/** Letters of a key that stand together: a person types them from paper. */
const GROUP = 6
/** The page with the secret half of the key of backups: the only place outside the browser where it stands. */
export const backupKeyPaper = (secret: string, made: string): ListPaper => ({
  title: 'Key of the automatic backups',
  under: made,
  facts: [['Key', secret.replaceAll(new RegExp(`.{${GROUP}}`, 'g'), '$& ').trim()]],
  words: [
    'Whoever has this page and a backup file can read everything in the office. Keep it with the papers that only the office may see, away from the folder of the backups.',
    'To restore a locked backup, give its file under Files, Backups, and type this key. Spaces and small letters do not matter. The passphrase that was chosen opens it too, but only in the browser in which the key was made.',
    'The files are in the open age format: any program that knows it opens them with this key, written without spaces.',
  ],
})
