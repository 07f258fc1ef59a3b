# frozen_string_literal: true

require "net/http"

module JustSeal
  module Launch
    # Child processes that live and die with this one.
    class Processes
      STOP_SECONDS = 8

      # +env+: {variable => value} for the children; +log_folder+: each child's output goes to NAME.log there.
      def initialize(env, log_folder)
        @env = env
        @log_folder = log_folder
        @children = {}
        @commands = {}
      end

      # Starts once more what has ended.
      def restart(name)
        command, env = @commands.fetch(name)
        start(name, *command, env: env)
      end

      # Starts +command+; see Process.spawn. +env+: variables of this child alone.
      def start(name, *command, env: {})
        @commands[name] = [command, env]
        @children[name] =
          Process.spawn(
            @env.merge(env),
            *command,
            chdir: ROOT,
            pgroup: true,
            %i[out err] => [File.join(@log_folder, "#{name}.log"), "a"]
          )
      end

      # Waits until +url+ answers; raises Error with the end of the child's log when it does not.
      def await(name, url, seconds: 90)
        limit = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
        until answers?(url)
          if Process.clock_gettime(Process::CLOCK_MONOTONIC) > limit || ended?(name)
            raise Error.new(:did_not_start, name: name, output: tail(name))
          end

          sleep 0.1
        end
      end

      # Waits for the first child to end, and says which.
      def wait_for_any
        pid = Process.wait
        @children.key(pid).tap { |name| @children.delete(name) }
      end

      def stop
        @children.each_value { |pid| signal("TERM", pid) }
        limit = Time.now + STOP_SECONDS
        @children.each_value { |pid| reap(pid, limit) }
        @children.clear
      end

      private

      def answers?(url)
        Net::HTTP.get_response(URI(url)).code.to_i < 500
      rescue SystemCallError, EOFError, Net::ReadTimeout
        false
      end

      def ended?(name) = Process.wait(@children.fetch(name), Process::WNOHANG) && @children.delete(name)
      def tail(name) = File.readlines(File.join(@log_folder, "#{name}.log")).last(15).join

      def reap(pid, limit)
        sleep 0.05 until (gone = Process.wait(pid, Process::WNOHANG)) || Time.now > limit
        gone || signal("KILL", pid)
      rescue Errno::ECHILD
        nil
      end

      def signal(name, pid)
        Process.kill(name, -pid)
      rescue Errno::ESRCH, Errno::EPERM
        nil
      end
    end
  end
end
