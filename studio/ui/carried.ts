import { COLOUR_TYPE } from '../state/colours';

/** What lets a swatch be dragged onto a card. */
export const carried = (colour: string) => ({
  draggable: true,
  onDragStart: (e: React.DragEvent) => {
    e.dataTransfer.setData(COLOUR_TYPE, colour);
    e.dataTransfer.effectAllowed = 'copy' as const;
  },
});
