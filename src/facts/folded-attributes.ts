// Attributes of HTML elements whose values are compared without regard to ASCII case in attribute
// selectors (HTML Standard §4.16.1 "Case-sensitivity of selectors").
export const foldedAttributes: ReadonlySet<string> = new Set(
  `accept accept-charset align alink axis bgcolor charset checked clear codetype color compact declare
  defer dir direction disabled enctype face frame hreflang http-equiv lang language link media method
  multiple nohref noresize noshade nowrap readonly rel rev rules scope scrolling selected shape target
  text type valign valuetype vlink`.split(/\s+/),
);
