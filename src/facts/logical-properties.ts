// Flow-relative longhands and the physical ones that they compete with, by shape of name
// (CSS Logical Properties 1 §4). One more family of properties is one more row.

/** `side` names take the four sides, `axis` names the two sizes, `corner` names the four corners. */
export interface LogicalFamily {
  readonly kind: 'side' | 'axis' | 'overflow-axis' | 'corner';
  /** `*` stands for `inline-start`…, `inline`/`block`, or `start-start`…. */
  readonly logical: string;
  /** `*` stands for `left`…, `width`/`height` or `x`/`y`, or `top-left`…. */
  readonly physical: string;
}

export const logicalProperties: readonly LogicalFamily[] = [
  { kind: 'side', logical: 'margin-*', physical: 'margin-*' },
  { kind: 'side', logical: 'padding-*', physical: 'padding-*' },
  { kind: 'side', logical: 'inset-*', physical: '*' },
  { kind: 'side', logical: 'border-*-width', physical: 'border-*-width' },
  { kind: 'side', logical: 'border-*-style', physical: 'border-*-style' },
  { kind: 'side', logical: 'border-*-color', physical: 'border-*-color' },
  { kind: 'side', logical: 'scroll-margin-*', physical: 'scroll-margin-*' },
  { kind: 'side', logical: 'scroll-padding-*', physical: 'scroll-padding-*' },
  { kind: 'axis', logical: '*-size', physical: '*' },
  { kind: 'axis', logical: 'min-*-size', physical: 'min-*' },
  { kind: 'axis', logical: 'max-*-size', physical: 'max-*' },
  { kind: 'axis', logical: 'contain-intrinsic-*-size', physical: 'contain-intrinsic-*' },
  { kind: 'overflow-axis', logical: 'overflow-*', physical: 'overflow-*' },
  { kind: 'overflow-axis', logical: 'overscroll-behavior-*', physical: 'overscroll-behavior-*' },
  { kind: 'corner', logical: 'border-*-radius', physical: 'border-*-radius' },
  { kind: 'corner', logical: 'corner-*-shape', physical: 'corner-*-shape' },
];
