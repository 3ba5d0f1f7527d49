import { Button as AriaButton } from "react-aria-components";
import styled from "styled-components";
import { worded } from "./Button";

/** A button with words that opens a sheet beside it. */
export const OpeningButton = styled(AriaButton)`${worded}`;
