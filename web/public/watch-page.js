// Says what happened where a page never comes: a part of it could not be fetched, or its program ended before it drew anything.
{
  const say = () => {
    // a page that has come says itself what fails in it
    if (!document.querySelector('astro-island[ssr]')) return;
    const alert = document.createElement('div');
    alert.setAttribute('role', 'alert');
    alert.className = 'p-6';
    const head = document.createElement('h1');
    head.className = 'text-title font-semibold';
    head.textContent = 'This page could not be opened.';
    const text = document.createElement('p');
    text.className = 'mt-2';
    text.textContent =
      'A part of it could not be fetched: the server did not answer, or it has a newer version. Records that are saved stay saved.';
    const reload = document.createElement('button');
    reload.type = 'button';
    reload.className = 'button button-go mt-3';
    reload.textContent = 'Reload this page';
    reload.addEventListener('click', () => location.reload());
    alert.append(head, text, reload);
    document.querySelector('astro-island').hidden = true;
    document.body.prepend(alert);
    import('/rescue.js').then(({ offerSave }) => offerSave(alert)).catch(() => {});
  };
  // the same files that the page itself asks for: fetched once, and known to have failed where they did
  const island = document.querySelector('astro-island');
  const files = ['component-url', 'renderer-url'].flatMap((name) => island?.getAttribute(name) ?? []);
  Promise.all(files.map((file) => import(file))).catch(say);
}
