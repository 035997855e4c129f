declare const mark: unique symbol

/**
 * A value of type T that must not be mixed with other values of type T. Made only by the checked factories
 * beside each brand.
 */
export type Brand<T, Name extends string> = T & { readonly [mark]: Name }
