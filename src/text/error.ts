/** A place in a text: `file` is a path, an address or a sheet's name; line and column count from 1. */
export interface Place {
  readonly file?: string;
  readonly line?: number;
  readonly column?: number;
}

/** `file:line:column`, as far as it is known; '' for an empty place. */
export function placeText(place: Place): string {
  return [place.file, place.line, place.column].filter((part) => part !== undefined && part !== '').join(':');
}

export interface ErrorDetails extends Place {
  /** The piece of input that is meant. */
  readonly text?: string;
  /** What the person can do about it, as a sentence. */
  readonly remedy?: string;
}

/**
 * The one error of the library: something the caller handed over cannot be used.
 * `message` says what and why; `line` and `column` count from 1.
 */
export class YeltoError extends Error {
  override readonly name = 'YeltoError';
  readonly file?: string;
  readonly line?: number;
  readonly column?: number;
  readonly text?: string;
  readonly remedy?: string;

  constructor(message: string, details: ErrorDetails = {}) {
    super(message);
    this.file = details.file;
    this.line = details.line;
    this.column = details.column;
    this.text = details.text;
    this.remedy = details.remedy;
  }

  /** The place (where known), the message and the remedy, for a person to read. */
  get report(): string {
    const place = placeText(this);
    return (place ? `${place}: ` : '') + this.message + (this.remedy ? `\n  ${this.remedy}` : '');
  }
}

/** Something wrong with the input that did not keep the rest from being used. */
export interface Fault extends Place {
  readonly kind: FaultKind;
  /** What is wrong and what a browser makes of it, in plain words. */
  readonly message: string;
  readonly remedy?: string;
}

export type FaultKind =
  'markup' | 'sheet-missing' | 'sheet-unread' | 'syntax' | 'selector' | 'property' | 'value' | 'condition';
