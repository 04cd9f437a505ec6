/** The rules that class-transformer has collected; it keeps them in a module without types. */
declare module 'class-transformer/cjs/storage.js' {
  export const defaultMetadataStorage: unknown;
}
