// Runs before the first paint, so that a night page does not flash white.
try {
  const display = localStorage.getItem('arbolito.display');
  if (display === 'sun' || display === 'night') document.documentElement.dataset.display = display;
} catch {}
