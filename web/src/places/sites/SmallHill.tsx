import { useQuery } from "@tanstack/react-query";
import styled from "styled-components";
import { ask, client, type SiteSummary } from "../../api/client";
import { inTurn } from "../../kit/inTurn";
import { px } from "../../kit/numbers";
import { HillDrawing } from "../../width-axis/HillDrawing";
import { axisScale } from "../../width-axis/scale";

const Drawing = styled.span`
  display: block; color: var(--soft);
  svg { display: block; width: 100%; height: 46px; }
  text { font-size: var(--size-tick); fill: var(--soft); }
`;

/** The hill of a page's first section, small. */
export function SmallHill({ site, page }: { site: Pick<SiteSummary, "id" | "updated_at">; page: string }) {
  const hill = useQuery({
    queryKey: ["small-hill", site.id, page, site.updated_at],
    queryFn: ({ signal }) =>
      inTurn(() => ask(client.POST("/api/sites/{site_id}/hill", { params: { path: { site_id: site.id } }, body: { page, start: 240, end: 1920, height: 800, drafts: {} }, signal }))),
  });
  if (hill.isError) return <Drawing>{hill.error.message}</Drawing>;
  const most = Math.max(0, ...(hill.data?.points.map((point) => point.width ?? 0) ?? []));
  return (
    <Drawing>
      <svg viewBox="0 0 320 46" preserveAspectRatio="none" aria-hidden="true">
        {hill.data && <HillDrawing points={hill.data.points} x={axisScale(0, 320)} base={44} height={38} />}
        <line x1="0" x2="320" y1="44.5" y2="44.5" stroke="var(--hairline)" />
      </svg>
      {hill.data ? `${hill.data.name}, up to ${px(most)} wide` : "Drawing its hill…"}
    </Drawing>
  );
}
