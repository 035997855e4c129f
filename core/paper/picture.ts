import { z } from '../base/schema'

/** Most letters of a picture in base64: about 1.5 MB. */
export const MOST_PICTURE_LETTERS = 2_000_000

/** A picture for the paper: PNG or JPEG bytes in base64, with its size in pixels. */
export const pictureSchema = z
  .strictObject({
    type: z.enum(['png', 'jpeg']),
    data: z
      .string()
      .min(20)
      .max(MOST_PICTURE_LETTERS)
      .regex(/^[A-Za-z0-9+/]+={0,2}$/, 'a picture must be in base64'),
    w: z.number().int().min(1).max(4000),
    h: z.number().int().min(1).max(4000),
  })
  .superRefine((p, ctx) => {
    const png = p.data.startsWith('iVBORw0KGgo')
    const jpeg = p.data.startsWith('/9j/')
    if (p.type === 'png' ? !png : !jpeg)
      ctx.addIssue({
        code: 'custom',
        path: ['data'],
        message: `the data is not a ${p.type.toUpperCase()} picture`,
      })
  })
export type Picture = z.infer<typeof pictureSchema>
