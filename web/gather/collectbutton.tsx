import { useLayoutEffect, useRef } from 'react';

/**
 * A button for the browser's bookmark bar. Pressed on any page, it opens Placard with that page's address,
 * and nothing else: the foreign page learns nothing of who is signed in here.
 */
export function CollectButton() {
  const link = useRef<HTMLAnchorElement>(null);
  useLayoutEffect(() => {
    // Set by hand: it is meant to be dragged away; followed here, our own policy stops it.
    const way = JSON.stringify(`${location.origin}/gather?from=address&address=`);
    link.current?.setAttribute(
      'href',
      `javascript:void open(${way}+encodeURIComponent(location.href),'_blank','noopener')`,
    );
  }, []);
  return (
    <p className="mt-3 border-t border-rule pt-2.5 text-[13px] text-soft">
      While browsing: drag{' '}
      <a
        ref={link}
        draggable
        href="/gather?from=address"
        className="border border-ink bg-card px-2 py-0.5 font-semibold text-ink"
      >
        Collect for Placard
      </a>{' '}
      to your bookmarks. On any page it shows you here what can be brought in from it.
    </p>
  );
}
