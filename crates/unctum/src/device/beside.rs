//! A simulated instrument in a process of its own, for as long as this one lives.

use std::process::{Child, Command, Stdio};

use crate::failure::Failure;

/// A simulated probe beside the program; it ends when this is dropped.
pub struct Beside(Child);

impl Beside {
    /// Hangs a probe in the pan of a batch of the program at this port.
    ///
    /// # Errors
    /// A process that cannot be started.
    pub fn in_pan(batch_id: i32, port: u16) -> Result<Self, Failure> {
        let mut command = Command::new(std::env::current_exe()?);
        command.args(["device", "simulate", "--kind", "probe", "--name", "Clip probe"]);
        command.args(["--batch", &batch_id.to_string(), "--server", &format!("http://127.0.0.1:{port}")]);
        Ok(Self(command.stdin(Stdio::null()).stdout(Stdio::null()).spawn()?))
    }
}

impl Drop for Beside {
    fn drop(&mut self) {
        // One that has ended already is no fault.
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}
