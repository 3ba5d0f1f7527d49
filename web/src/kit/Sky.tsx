import { useEffect, useState } from "react";
import { Button } from "./Button";

type Sky = "day" | "night";
const KEY = "hillpin.sky";

function preferred(): Sky {
  const kept = localStorage.getItem(KEY);
  if (kept === "day" || kept === "night") return kept;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "night" : "day";
}

/** Day map or night map, remembered; without a choice the system's. */
export function SkySwitch() {
  const [sky, setSky] = useState<Sky>(preferred);
  useEffect(() => {
    document.documentElement.dataset.sky = sky;
  }, [sky]);
  const other: Sky = sky === "day" ? "night" : "day";
  return (
    <Button
      onPress={() => {
        localStorage.setItem(KEY, other);
        setSky(other);
      }}
    >
      {other === "night" ? "Night map" : "Day map"}
    </Button>
  );
}
