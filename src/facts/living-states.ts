// What pages that live in a browser have to do with states. A bookmark carries some of it: nothing here is worked out before it is asked for.

/** What a living document alone can tell, as no markup says what was typed, chosen or shown. */
export const standingStates = {
  /** The elements that hold a value, and what hangs on that. */
  control: /^(button|input|option|select|textarea)$/,
  ofControls: 'checked indeterminate placeholder-shown valid invalid in-range out-of-range',
  ofAll: 'modal popover-open fullscreen picture-in-picture target user-valid user-invalid autofill',
};

/** States that are an attribute on these elements where they are brought about (HTML Standard §4.10.19.5, §4.11.1, §4.11.4). */
export const stateAttributes: Readonly<Record<string, { readonly attribute: string; readonly on: RegExp }>> =
  {
    disabled: {
      attribute: 'disabled',
      on: /^(button|fieldset|input|optgroup|option|select|textarea)$/,
    },
    open: { attribute: 'open', on: /^(details|dialog)$/ },
    modal: { attribute: 'open', on: /^dialog$/ },
  };

/** What is in one of these lies on top of all else: no state of what is in it holds beyond it (CSS Positioned Layout 4 §3). */
export const topLayerStates: readonly string[] = ['modal', 'popover-open', 'fullscreen'];
