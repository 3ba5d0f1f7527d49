"""The rules of the job: pages read, styled, laid out, measured and explained. Pure Python."""
