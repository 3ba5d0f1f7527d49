import styled from "styled-components";

/** Shown while a place's script is on its way. */
export function Waiting() {
  return <Words role="status">Opening…</Words>;
}

const Words = styled.p`
  padding: 16px;
  color: var(--soft);
`;
