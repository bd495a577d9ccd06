import type { Attachment } from 'svelte/attachments';

/** Does something when an element comes into sight, or nearly. */
export function whenSeen(act: () => void): Attachment {
  return (element) => {
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) act();
      },
      { rootMargin: '400px' },
    );
    observer.observe(element);
    return () => observer.disconnect();
  };
}
