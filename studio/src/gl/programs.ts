/** Attribute that carries the corners of the unit square. */
export const CORNER = 0;

/** A program and where its uniforms are, by name. */
export interface Program<Name extends string> {
  program: WebGLProgram;
  at: Record<Name, WebGLUniformLocation | null>;
}

/** Compiles and links shaders that draw the unit square. */
export function build<Name extends string>(gl: WebGL2RenderingContext, vertex: string, fragment: string, uniforms: readonly Name[]): Program<Name> {
  const program = gl.createProgram();
  for (const [kind, source] of [
    [gl.VERTEX_SHADER, vertex],
    [gl.FRAGMENT_SHADER, fragment],
  ] as const) {
    const shader = gl.createShader(kind);
    if (!shader) throw new Error('The graphics driver refused a shader.');
    gl.shaderSource(shader, source);
    gl.compileShader(shader);
    if (!gl.getShaderParameter(shader, gl.COMPILE_STATUS)) throw new Error(gl.getShaderInfoLog(shader) ?? 'A shader does not compile.');
    gl.attachShader(program, shader);
  }
  gl.bindAttribLocation(program, CORNER, 'corner');
  gl.linkProgram(program);
  if (!gl.getProgramParameter(program, gl.LINK_STATUS)) throw new Error(gl.getProgramInfoLog(program) ?? 'The shaders do not link.');
  const at = Object.fromEntries(uniforms.map((name) => [name, gl.getUniformLocation(program, name)])) as Record<Name, WebGLUniformLocation | null>;
  return { program, at };
}
