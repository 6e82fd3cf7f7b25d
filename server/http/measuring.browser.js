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
  new ResizeObserver(height).observe(root);
  new MutationObserver(height).observe(root, { subtree: true, childList: true, attributes: true });
  addEventListener('load', () => {
    height();
    tell({ loaded: true });
  });
})();
