// Small behaviours that live and die in the browser. No rule of the job is in here.
import "./answers.js";
import "./notifications.js";
import "./folds.js";
import "./meanings.js";
import "./observations.js";
import "./wall_strips.js";
import "./whole_wall.js";
import "./schedule_curve.js";
import "./forms.js";
import "./swaps.js";
import { calculation } from "./components/calculation.js";
import { coatStack } from "./components/coat_stack.js";
import { colourPicker } from "./components/colour_picker.js";
import { colourWell } from "./components/colour_well.js";
import { entries } from "./components/entries.js";
import { entryGrid } from "./components/entry_grid.js";
import { glance } from "./components/glance.js";
import { keys } from "./components/keys.js";
import { kilnLoad } from "./components/kiln_load.js";
import { location } from "./components/location.js";
import { logColumns } from "./components/log_columns.js";
import { photograph } from "./components/photograph.js";
import { search } from "./components/search.js";
import { sentCalculation } from "./components/sent_calculation.js";
import { shape } from "./components/shape.js";
import { slider } from "./components/slider.js";
import { tileGroup } from "./components/tile_group.js";
import { timers } from "./components/timers.js";
import { witnessCone } from "./components/witness_cone.js";

document.documentElement.classList.add("scripts");

// By the names that the templates give in x-data.
const components = {
  calculation,
  coatStack,
  colourPicker,
  colourWell,
  entries,
  entryGrid,
  glance,
  keys,
  kilnLoad,
  location,
  logColumns,
  photograph,
  search,
  sentCalculation,
  shape,
  slider,
  tileGroup,
  timers,
  witnessCone,
};
document.addEventListener("alpine:init", () => {
  for (const [name, component] of Object.entries(components)) Alpine.data(name, component);
});
