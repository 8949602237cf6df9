import type { ShortcutList } from "../../ui/Shortcuts";

export const SHORTCUTS: ShortcutList = [
  ["Tab", "go from part to part on the board"],
  ["Arrow keys", "move the chosen part by one fine square (Shift: by one whole square)"],
  ["T / Shift+T", "turn the chosen part by 15° (backwards)"],
  ["M", "mirror the chosen part"],
  ["J", "change how it joins: add, take away"],
  ["D", "duplicate the chosen part"],
  ["N", "name the chosen part"],
  ["Delete", "remove the chosen part"],
  ["Enter", "on a part: choose it; on a number: change it"],
  ["Escape", "let go"],
  ["A / P", "show the area / the perimeter"],
  ["W", "write a part in words"],
  ["O / C / S", "draw an outline / draw cut lines / count on squares, and back"],
  ["Space, Enter", "while drawing: set a corner, close the outline (arrows move)"],
  ["X", "other ways to split the figure"],
  ["H", "cut a hole in the chosen part"],
  ["Y", "why the formula of the chosen part holds"],
  ["F", "fit the figure into the board"],
  ["+ / −", "closer / farther"],
];
