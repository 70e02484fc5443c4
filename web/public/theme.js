// Before anything is painted: the theme that was chosen, or the one that the system asks for.
(() => {
  let chosen = null;
  try {
    chosen = localStorage.getItem("lamprey.theme");
  } catch {
    // A browser that keeps nothing gets the system's theme.
  }
  const dark = matchMedia("(prefers-color-scheme: dark)").matches;
  document.documentElement.dataset.theme = chosen === "chart" || chosen === "deep" ? chosen : dark ? "deep" : "chart";
})();
