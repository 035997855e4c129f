import { ref } from 'vue'
import { howMany } from '#core/base/howMany'
import { mailAddress } from '#core/mail/mail'
import type { MailWay } from '#core/mail/recordMail'
import { makeMail, saveMails, type Mailing } from '~/data/mail/mails'
import { sendToMailbox } from '~/data/practice/mailbox'
import type { AccountView } from '~/data/accounts/accountReads'
import { useOffice } from '~/stores/office'
import { actUnderKey } from '../base/useAct'

const fromKey = 'violet-lane mail from'

/** Mails advices and receipts: each is made, saved or sent, and then recorded in the trail. */
export function useMails() {
  const office = useOffice()
  const from = ref(localStorage.getItem(fromKey) ?? '')
  const done = ref(0)
  const busy = ref(false)
  const fault = ref('')
  let stopped = false
  const stop = (): void => {
    stopped = true
  }

  /** One message after the other, so that what was sent is recorded even where a later one fails. */
  async function sendAll(mailings: readonly Mailing[], view: AccountView): Promise<Mailing[]> {
    const sent: Mailing[] = []
    for (const mailing of mailings) {
      if (stopped) break
      const mail = await makeMail(mailing, view, from.value.trim())
      const taken = await sendToMailbox(mail.raw)
      if (!taken.ok) {
        fault.value = `${mailing.payment.name}: ${taken.refusal.text}`
        break
      }
      await record(mailing, 'practice mailbox')
      sent.push(mailing)
      done.value++
    }
    return sent
  }
  async function saveAll(mailings: readonly Mailing[], view: AccountView): Promise<Mailing[]> {
    const made = []
    for (const mailing of mailings) {
      if (stopped) return []
      made.push(await makeMail(mailing, view, from.value.trim()))
      done.value++
    }
    saveMails(made)
    for (const mailing of mailings) await record(mailing, 'saved')
    return [...mailings]
  }
  async function record({ kind, payment, to }: Mailing, way: MailWay): Promise<void> {
    const recorded = await actUnderKey(
      'recordMail',
      { paymentId: payment.id, kind, to, way },
      crypto.randomUUID(),
    )
    if (!recorded.ok) fault.value = recorded.refusal.text
  }
  /** Mails them all in one way. Gives those that went. */
  async function mail(mailings: readonly Mailing[], view: AccountView, way: MailWay): Promise<Mailing[]> {
    if (busy.value) return []
    fault.value = ''
    const sender = mailAddress(from.value, 'from')
    if (!sender.ok) {
      fault.value = `From: ${sender.refusal.text}.`
      return []
    }
    localStorage.setItem(fromKey, sender.value)
    busy.value = true
    stopped = false
    done.value = 0
    try {
      const sent = await (way === 'saved' ? saveAll : sendAll)(mailings, view)
      if (sent.length)
        office.said =
          way === 'saved'
            ? `Saved ${howMany(sent.length, 'e-mail')}.`
            : `Sent ${howMany(sent.length, 'e-mail')} to the practice mailbox.`
      return sent
    } catch (error) {
      fault.value = `The e-mail could not be made: ${(error as Error).message}.`
      return []
    } finally {
      busy.value = false
    }
  }
  return { from, done, busy, fault, mail, stop }
}
