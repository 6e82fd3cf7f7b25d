(() => {
  // Tells the application how high the box is, what its policy refused (CSP3, violation events), and what did not come.
  // Foreign code can say the same, so that nothing more is believed of it.
  const { application } = document.currentScript.dataset;
  const { documentElement: root } = document;
  const tell = (told) => parent.postMessage({ of: 'box', ...told }, application);
  const height = () => tell({ height: Math.max(root.offsetHeight, document.body?.scrollHeight ?? 0) });
  addEventListener('securitypolicyviolation', ({ blockedURI, effectiveDirective }) =>
    tell({ refused: blockedURI, directive: effectiveDirective }),
  );
  addEventListener(
    'error',
    ({ target, message }) =>
      tell(target === window ? { broke: message } : { failed: target.src || target.href }),
    true,
  );
  addEventListener('unhandledrejection', ({ reason }) => tell({ broke: String(reason?.message ?? reason) }));
  // What it asks for later may change its height: how much of that is on its way.
  let busy = 0;
  const begun = () => tell({ busy: ++busy });
  const ended = () => tell({ busy: --busy });
  const { fetch: ask } = window;
  window.fetch = (...given) => {
    begun();
    return ask(...given).finally(ended);
  };
  const { send } = XMLHttpRequest.prototype;
  XMLHttpRequest.prototype.send = function (...given) {
    begun();
    this.addEventListener('loadend', ended, { once: true });
    return send.apply(this, given);
  };
  new ResizeObserver(height).observe(root);
  new MutationObserver(height).observe(root, { subtree: true, childList: true, attributes: true });
  addEventListener('load', () => {
    height();
    tell({ loaded: true });
  });
})();
