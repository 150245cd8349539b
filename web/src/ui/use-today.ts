import { useEffect, useState } from 'react';
import { localDate } from '../book/make-records';

/** The date on the person's own calendar, looked at again whenever the page is. */
export function useToday(): string {
  const [today, setToday] = useState(() => localDate(new Date()));
  useEffect(() => {
    const look = () => setToday(localDate(new Date()));
    document.addEventListener('visibilitychange', look);
    // a page that stays open goes through midnight, and through a change of the clock
    const minutes = setInterval(look, 60_000);
    return () => {
      document.removeEventListener('visibilitychange', look);
      clearInterval(minutes);
    };
  }, []);
  return today;
}
