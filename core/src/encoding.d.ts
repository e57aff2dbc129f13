/** The one thing core asks of its surroundings: the Encoding Standard's decoder, in browsers and Node alike. */
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean });
  decode(input?: Uint8Array): string;
}
