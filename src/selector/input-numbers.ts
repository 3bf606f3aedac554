/** A kind of inputs whose values are numbers (HTML Standard §4.10.5.1). */
export interface Numbers {
  /** NaN for what is none. */
  readonly read: (text: string) => number;
  /** What one step of the attribute `step` is, and how many of these are the usual step. */
  readonly scale: number;
  readonly usual: number;
  /** Whether a range may reach over the end of the day. */
  readonly turns?: true;
}

const day = 86_400_000;
const monthOf = (text: string) => /^(\d{4,})-(0[1-9]|1[0-2])$/.exec(text);
const timeOf = (text: string) => /^([01]\d|2[0-3]):([0-5]\d)(?::([0-5]\d(?:\.\d{1,3})?))?$/.exec(text);

/** Days from the beginning of 1970 to a day of the Gregorian calendar, months from 1. */
function daysUpTo(year: number, month: number, date: number): number {
  // Years that begin in March have the leap day at their end.
  const from = month > 2 ? year : year - 1;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + date - 1;
  const leaps = Math.floor(from / 4) - Math.floor(from / 100) + Math.floor(from / 400);
  return from * 365 + leaps + dayOfYear - 719_468;
}

function readDate(text: string): number {
  if (!/^\d{4,}-(0[1-9]|1[0-2])-\d\d$/.test(text)) return NaN;
  const [year, month, date] = text.split('-').map(Number);
  const next = month === 12 ? daysUpTo(year + 1, 1, 1) : daysUpTo(year, month + 1, 1);
  const days = daysUpTo(year, month, date);
  return year > 0 && date > 0 && days < next ? days * day : NaN;
}

function readTime(text: string): number {
  const found = timeOf(text);
  if (!found) return NaN;
  const [, hours, minutes, seconds = '0'] = found;
  return Number(hours) * 3_600_000 + Number(minutes) * 60_000 + Math.round(Number(seconds) * 1000);
}

/** Monday of a week (ISO 8601): the first week has the fourth of January in it. */
function readWeek(text: string): number {
  const found = /^(\d{4,})-W(\d\d)$/.exec(text);
  if (!found) return NaN;
  const firstMonday = (year: number) => {
    const fourth = daysUpTo(year, 1, 4);
    return fourth - ((((fourth + 3) % 7) + 7) % 7);
  };
  const [year, week] = [Number(found[1]), Number(found[2])];
  const weeks = (firstMonday(year + 1) - firstMonday(year)) / 7;
  return year > 0 && week >= 1 && week <= weeks ? (firstMonday(year) + (week - 1) * 7) * day : NaN;
}

function readMonth(text: string): number {
  const found = monthOf(text);
  return found && Number(found[1]) > 0 ? (Number(found[1]) - 1970) * 12 + Number(found[2]) - 1 : NaN;
}

function readDateTime(text: string): number {
  const [date, time, more] = text.split(/[T ]/);
  return time === undefined || more !== undefined ? NaN : readDate(date) + readTime(time);
}

/** A number as HTML writes it (HTML Standard §2.3.4.3). */
export const readNumber = (text: string) =>
  /^-?(\d+(\.\d+)?|\.\d+)(e[-+]?\d+)?$/i.test(text) ? Number(text) : NaN;

const kinds: Readonly<Record<string, Numbers>> = {
  number: { read: readNumber, scale: 1, usual: 1 },
  range: { read: readNumber, scale: 1, usual: 1 },
  date: { read: readDate, scale: day, usual: 1 },
  month: { read: readMonth, scale: 1, usual: 1 },
  week: { read: readWeek, scale: 7 * day, usual: 1 },
  time: { read: readTime, scale: 1000, usual: 60, turns: true },
  'datetime-local': { read: readDateTime, scale: 1000, usual: 60 },
};

/** Undefined for inputs whose values are no numbers. */
export const numbersOf = (type: string): Numbers | undefined =>
  Object.hasOwn(kinds, type) ? kinds[type] : undefined;
