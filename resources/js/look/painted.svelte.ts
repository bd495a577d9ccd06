import { oncePerFrame } from './layer';
import { prepared } from './theme';

/**
 * Paints a scene on a canvas whenever it has become another one, at most once a frame. All that the picture depends on
 * stands in the scene, so that nothing is to be listed beside it.
 *
 * @param size width and height in CSS pixels
 */
export function painted<Scene>(
  canvas: () => HTMLCanvasElement | undefined,
  size: () => readonly [width: number, height: number],
  scene: () => Scene,
  paint: (pen: CanvasRenderingContext2D, scene: Scene) => void,
  kind?: CanvasRenderingContext2DSettings,
): void {
  const ask = oncePerFrame(() => {
    const there = canvas();
    const pen = there && prepared(there, ...size(), kind);
    if (pen) paint(pen, scene());
  });
  $effect(() => {
    void [canvas(), size(), scene()];
    ask();
  });
}
