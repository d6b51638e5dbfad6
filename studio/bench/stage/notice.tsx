/** Words over the stage. */
export const Notice = ({ text }: { text: string }) => (
  <div className="absolute bottom-4 left-1/2 -translate-x-1/2 rounded-full bg-ember px-4 py-1 text-sm font-semibold text-on-ember">
    {text}
  </div>
);
