// Runs before the first paint, so that a night page does not flash white and no key of the pad jumps.
try {
  const display = localStorage.getItem('arbolito.display');
  if (display === 'sun' || display === 'night') document.documentElement.dataset.display = display;
  if (JSON.parse(localStorage.getItem('arbolito.hands') ?? '{}').left === true) document.documentElement.dataset.hand = 'left';
} catch {}
