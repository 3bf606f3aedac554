import { YeltoError } from '../text/index.js';

/** What each code of a network means, for somebody who knows none. */
const codes: readonly (readonly [RegExp, string])[] = [
  [/CONN(ECTION_)?REFUSED/, 'no server runs there, or it refuses'],
  [/ENOTFOUND|EAI_AGAIN|NAME_NOT_RESOLVED/, 'nobody knows a host of that name'],
  [/CERT|SELF_SIGNED|SSL|TLS/, 'its certificate is not to be trusted'],
  [/INTERNET_DISCONNECTED|ENETUNREACH|ADDRESS_UNREACHABLE/, 'this machine has no way to it'],
  [/TIMED_?OUT/, 'nothing came in time'],
  [
    /EMPTY_RESPONSE|CONNECTION_(CLOSED|RESET)|NOT_CONNECTED|ECONNRESET|UND_ERR_SOCKET/,
    'it hung up without an answer',
  ],
  [/UNSAFE_PORT|bad port/, 'browsers do not ask at that port'],
  [/INVALID_HTTP|HPE_/, 'what it says is no answer of HTTP'],
  [/TOO_MANY_REDIRECTS/, 'it sends from one address to the next without an end'],
];

/** The error for an address from which no answer came; `why` is a code or words. */
export function noAnswer(address: string, why: string): YeltoError {
  const words = codes.find(([pattern]) => pattern.test(why))?.[1];
  return new YeltoError(`"${address}" does not answer: ${words ? `${words} (${why})` : why}.`, {
    file: address,
    remedy: 'Check the address, and whether the site is up.',
  });
}

/** The error for an answer that began and did not end as it should. */
export function brokenAnswer(address: string, why: string): YeltoError {
  return new YeltoError(`"${address}" began to answer, and the answer broke off: ${why}.`, {
    file: address,
    remedy: 'Try again; if it stays so, save the page from a browser and open the file.',
  });
}

/** The error for an answer of 400 or above. */
export function refusedAnswer(address: string, status: number, words: string): YeltoError {
  return new YeltoError(`"${address}" answered ${status} ${words}`.trim() + '.', {
    file: address,
    remedy:
      status === 404
        ? 'There is no such page; check the address.'
        : status === 401 || status === 403
          ? 'It wants a login, or refuses programs: add --header "Cookie: …" with what your browser sends, or press the bookmark of yelto capture --bookmark in your own tab.'
          : 'The site refuses the page or is in trouble; save it from a browser and open the file.',
  });
}
