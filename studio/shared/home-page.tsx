import styled from 'styled-components';

/** A page outside the quizzes: parts below each other, with forms that stand in a line. */
export const HomePage = styled.div`
  padding: 20px 24px 64px;
  max-width: 760px;
  h1 {
    font: 700 34px/1.2 var(--heading);
  }
  h2 {
    font: 700 24px/1.25 var(--heading);
    margin-bottom: 8px;
  }
  section {
    border-top: 1px solid var(--ink);
    padding-top: 14px;
    margin-top: 28px;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 20px;
    align-items: end;
    margin-top: 12px;
  }
  form label {
    flex: 1 1 240px;
  }
  @media (max-width: 600px) {
    padding: 16px;
  }
`;
