import { stateAttributes } from '../facts/index.js';

/** The attribute that a state is on an element, `disabled` or `open`; undefined where it is none. */
export function attributeBehind({ localName, namespaceURI }: Element, pseudo: string): string | undefined {
  const known = Object.hasOwn(stateAttributes, pseudo) ? stateAttributes[pseudo] : undefined;
  const isHtml = namespaceURI === 'http://www.w3.org/1999/xhtml';
  return known && isHtml && known.on.test(localName) ? known.attribute : undefined;
}

/**
 * Brings a state of a form control about as a person or a script would, so that all that hangs on it comes with it: in its
 * form, its group and its list. Returns what takes it back; undefined where the element cannot be brought into it.
 */
export function bringAbout(element: Element, pseudo: string): (() => void) | undefined {
  const back = broughtAbout(element, pseudo);
  if (!back || element.matches(`:${pseudo}`)) return back;
  back();
  return undefined;
}

function broughtAbout(element: Element, pseudo: string): (() => void) | undefined {
  switch (`${element.localName}:${pseudo}`) {
    case 'input:checked':
      return choose(element as HTMLInputElement);
    case 'option:checked':
      return chooseOption(element as HTMLOptionElement);
    case 'input:indeterminate': {
      const input = element as HTMLInputElement;
      const before = input.indeterminate;
      input.indeterminate = true;
      return () => (input.indeterminate = before);
    }
    case 'input:invalid':
    case 'select:invalid':
    case 'textarea:invalid':
    case 'button:invalid':
      return complain(element as HTMLInputElement);
    default:
      return undefined;
  }
}

function choose(input: HTMLInputElement): () => void {
  const { type, name, form } = input;
  const isOfGroup = (one: HTMLInputElement) => one.type === 'radio' && one.name === name && one.form === form;
  const root = input.getRootNode() as ParentNode;
  const others = type === 'radio' && name ? [...root.querySelectorAll('input')].filter(isOfGroup) : [];
  const before = [input, ...others].find(({ checked }) => checked);
  input.checked = true;
  return () => {
    input.checked = false;
    if (before) before.checked = true;
  };
}

function chooseOption(option: HTMLOptionElement): () => void {
  const options = [...(option.closest('select')?.options ?? [option])];
  const before = options.map(({ selected }) => selected);
  option.selected = true;
  return () => {
    // One that shows a single option keeps the last that is said to be chosen, and its first where none is.
    options.forEach((one, i) => (one.selected = before[i]));
  };
}

/** The message is nobody's to see: it is shown where a form is sent. */
function complain(control: HTMLInputElement): () => void {
  const { validity, validationMessage } = control;
  const before = validity.customError ? validationMessage : '';
  if (!before) control.setCustomValidity(' ');
  return () => control.setCustomValidity(before);
}
