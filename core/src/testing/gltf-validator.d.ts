declare module 'gltf-validator' {
  /** The part of the report that tests look at. */
  export function validateBytes(data: Uint8Array): Promise<{ issues: { numErrors: number; numWarnings: number } }>;
}
