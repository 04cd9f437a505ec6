/** Of the validator's answer what the tests look at. */
declare module 'gltf-validator' {
  export function validateBytes(bytes: Uint8Array): Promise<{
    issues: { numErrors: number; numWarnings: number };
    info: { extensionsUsed?: string[] };
  }>;
}
